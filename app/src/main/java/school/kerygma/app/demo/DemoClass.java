package school.kerygma.app.demo;

import java.io.ByteArrayInputStream;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.questions.Questions;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.RoundTalk;
import school.kerygma.app.plan.rounds.RoundVoices;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.booking.Bookings;
import school.kerygma.app.school.booking.HelpHours;
import school.kerygma.app.school.joining.Joinings;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.There;
import school.kerygma.core.roll.RollCall;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** What the students and families of the demonstration do besides watching and handing in. */
@Component
class DemoClass {

  /**
   * The week that is shown.
   *
   * @param classes the sections by their names
   * @param planned the tasks by their titles
   */
  record Week(
      LocalDate monday,
      UUID teacher,
      Map<String, UUID> classes,
      Map<String, UUID> planned,
      UUID footbridge) {

    Instant moment(int day, LocalTime time) {
      return monday.plusDays(day).atTime(time).atZone(DemoSchool.ZONE).toInstant();
    }
  }

  private final RollCalls rolls;
  private final Questions questions;
  private final HelpHours hours;
  private final Bookings bookings;
  private final Joinings joinings;
  private final Rounds rounds;
  private final RoundTalk roundTalk;
  private final RoundVoices voices;
  private final Tasks tasks;
  private final Postings postings;
  private final People people;
  private final Sections sections;
  private final Scripts scripts;
  private final Clock clock;

  DemoClass(
      RollCalls rolls,
      Questions questions,
      HelpHours hours,
      Bookings bookings,
      Joinings joinings,
      Rounds rounds,
      RoundTalk roundTalk,
      RoundVoices voices,
      Tasks tasks,
      Postings postings,
      People people,
      Sections sections,
      Scripts scripts,
      Clock clock) {
    this.rolls = rolls;
    this.questions = questions;
    this.hours = hours;
    this.bookings = bookings;
    this.joinings = joinings;
    this.rounds = rounds;
    this.roundTalk = roundTalk;
    this.voices = voices;
    this.tasks = tasks;
    this.postings = postings;
    this.people = people;
    this.sections = sections;
    this.scripts = scripts;
    this.clock = clock;
  }

  void live(Week at) {
    ask(at);
    callTheRoll(at);
    divideAnHour(at);
    join(at);
    share(at);
  }

  private List<UUID> students(UUID section) {
    return people.contacts(sections.get(section).students()).values().stream()
        .sorted(Comparator.comparing(People.Contact::name))
        .map(People.Contact::id)
        .toList();
  }

  /** On Thursday there is help with the drawings; a student and a family have booked. */
  private void divideAnHour(Week at) {
    LocalDate thursday = at.monday().plusDays(3);
    if (!at.moment(3, LocalTime.of(15, 20)).isAfter(clock.instant())) {
      return;
    }
    UUID hour =
        hours.divide(
            at.teacher(),
            new HelpHours.Sheet(
                "Help with drawings",
                "Workshop",
                Set.of(at.classes().get("7A Design"), at.classes().get("7C Design")),
                HelpHours.Whose.BOTH,
                thursday,
                LocalTime.of(15, 20),
                LocalTime.of(16, 20),
                10,
                0));
    List<UUID> students = students(There.in(at.classes(), "7A Design"));
    bookings.book(hour, 1, students.get(2), students.get(2));
    UUID other = students.get(5);
    bookings.book(hour, 4, other, people.guardiansOf(List.of(other)).getFirst().id());
  }

  /**
   * 7C shares in a round which bridge each would trust; three have answered, one has a spoken
   * reply.
   */
  private void share(Week at) {
    UUID section = There.in(at.classes(), "7C Design");
    UUID task =
        tasks.plan(
            at.teacher(),
            TaskSheet.of(
                "Which bridge would you trust?", 5, Map.of(section, at.monday().plusDays(3))));
    postings.post(
        UUID.randomUUID(),
        at.teacher(),
        new PostingSheet(
            null,
            Set.of(task),
            "",
            "",
            Map.of(
                section,
                new Moments(
                    at.moment(0, LocalTime.of(18, 0)),
                    at.moment(3, SchoolCalendar.DUE_TIME),
                    Optional.empty()))));
    Instant when = at.moment(1, LocalTime.of(17, 0));
    rounds.set(
        task,
        "Which of the three bridges would you walk over first, and why?",
        new RoundRule(
            RoundRule.Manner.EITHER,
            new RoundRule.Least(15, 10),
            2,
            new RoundRule.Least(8, 3),
            true,
            2));
    if (when.isAfter(clock.instant())) {
      return;
    }
    Rounds.Round round = rounds.of(task).orElseThrow();
    List<UUID> students = students(section);
    List<String> said =
        List.of(
            "I would walk over the truss first, because every triangle keeps its shape when somebody stands on it.",
            "The arch. It is pressed together everywhere, and stone is good at being pressed, so it will not tear.",
            "The beam, but only if it is short! A thick board over a ditch is the bridge that I know, and it has never broken.");
    for (int i = 0; i < said.size(); i++) {
      int n = i;
      ScopedClock.runAt(
          when.plusSeconds(600L * i),
          () -> rounds.answer(round, section, students.get(10 + n), said.get(n)));
    }
    List<Rounds.Answer> all = roundTalk.answers(task, section);
    ScopedClock.runAt(
        when.plusSeconds(3_000),
        () -> {
          byte[] sound = DemoRecorder.shipped("narration/round-reply.webm");
          UUID voice =
              voices.announce(
                  round,
                  section,
                  students.get(10),
                  Optional.of(all.get(1).id()),
                  "But what holds the feet of your arch, so that they do not slide apart?",
                  sound.length);
          voices.receive(voice, new ByteArrayInputStream(sound));
        });
  }

  /** The code of 9 Electronics is on the board; a new student and a father have typed it. */
  private void join(Week at) {
    UUID section = There.in(at.classes(), "9 Electronics");
    joinings.turn(section, true, false);
    joinings.ask(
        section,
        new Joinings.Asked(Joinings.Kind.STUDENT, "Noor Haddad", "", ""),
        Optional.empty(),
        "demonstration");
    String child =
        There.in(people.contacts(students(section)), students(section).getFirst()).name();
    joinings.ask(
        section,
        new Joinings.Asked(Joinings.Kind.GUARDIAN, "Tomas Vega", "", child),
        Optional.empty(),
        "demonstration");
  }

  /** Grade 9 has its roll called; on Tuesday two did not answer. */
  private void callTheRoll(Week at) {
    SectionView nine = sections.get(There.in(at.classes(), "9 Electronics"));
    ScopedClock.runAt(
        at.moment(0, LocalTime.of(8, 0)),
        () ->
            rolls.set(
                nine,
                new RollCall(
                    Optional.of(new RollCall.Times(LocalTime.of(8, 30), LocalTime.of(8, 45)))),
                "What switches on by itself at home?"));
    List<UUID> students = nine.students().stream().sorted().skip(2).toList();
    for (int i = 0; i < students.size(); i++) {
      UUID student = students.get(i);
      Instant when = at.moment(1, LocalTime.of(8, 31)).plusSeconds(20L * i);
      if (when.isBefore(clock.instant())) {
        ScopedClock.runAt(when, () -> rolls.answer(nine, student, "the hall light"));
      }
    }
  }

  /** Several ask the same, a family asks about its child, and one question was answered for all. */
  private void ask(Week at) {
    List<UUID> students = students(There.in(at.classes(), "7A Design"));
    List<UUID> stops = scripts.stopsOf(at.footbridge()).stream().map(s -> s.id()).toList();
    List<String> same =
        List.of(
            "Do all three bridges go on one page?",
            "can the three bridges be on one page",
            "One page for all bridges?",
            "are 3 bridges ok on one page");
    UUID section = There.in(at.classes(), "7A Design");
    for (int i = 0; i < same.size(); i++) {
      int n = i;
      asked(
          at,
          i,
          () ->
              questions.ask(
                  section,
                  students.get(n),
                  students.get(n),
                  about(at.footbridge(), stops.get(1), 6_000 + 900 * n),
                  same.get(n)));
    }
    asked(
        at,
        5,
        () ->
            questions.ask(
                section,
                students.get(6),
                students.get(6),
                about(at.footbridge(), stops.get(2), 3_000),
                "What is a newton?"));
    UUID parent = people.guardiansOf(List.of(students.get(7))).getFirst().id();
    asked(
        at,
        6,
        () ->
            questions.ask(
                section,
                students.get(7),
                parent,
                new Questions.About(
                    Optional.empty(),
                    Optional.empty(),
                    0,
                    Optional.of(There.in(at.planned(), "Sketch three bridges"))),
                "Is squared paper all right?"));
    asked(
        at,
        1,
        () ->
            questions.ask(
                section,
                students.get(9),
                students.get(9),
                about(at.footbridge(), stops.get(0), 9_000),
                "Do we build it alone?"));
    List<UUID> first = questions.of(students.get(9)).stream().map(Questions.Own::id).toList();
    asked(
        at,
        8,
        () ->
            questions.answer(
                at.teacher(),
                first,
                "Do we build it alone?",
                "In pairs. You choose your partner on Friday.",
                true));
  }

  private static Questions.About about(UUID walkthrough, UUID stop, long atMs) {
    return new Questions.About(Optional.of(walkthrough), Optional.of(stop), atMs, Optional.empty());
  }

  private void asked(Week at, int minutes, Runnable deed) {
    Instant when = at.moment(1, LocalTime.of(16, 0)).plusSeconds(60L * minutes);
    if (when.isBefore(clock.instant())) {
      ScopedClock.runAt(when, deed);
    }
  }
}
