package school.kerygma.app.demo;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.notes.Notes;
import school.kerygma.app.classroom.notes.Reminding;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.term.PaceRules;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.audience.Pace;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The week before last of grade 7: posted, done by most, looked at and handed back; and what
 * follows from it: a pace, reminders, a note home.
 */
@Component
class DemoTerm {

  private final Postings postings;
  private final Audience audience;
  private final DemoLists lists;
  private final PaceRules paces;
  private final Reminding reminding;
  private final Notes notes;
  private final Sections sections;
  private final People people;

  DemoTerm(
      Postings postings,
      Audience audience,
      DemoLists lists,
      PaceRules paces,
      Reminding reminding,
      Notes notes,
      Sections sections,
      People people) {
    this.postings = postings;
    this.audience = audience;
    this.lists = lists;
    this.paces = paces;
    this.reminding = reminding;
    this.notes = notes;
    this.sections = sections;
    this.people = people;
  }

  void live(DemoClass.Week at) {
    UUID list = There.in(at.planned(), "Bridges near us, a list");
    UUID card = There.in(at.planned(), "Triangles from card");
    SectionView seven = sections.get(There.in(at.classes(), "7A Design"));
    SectionView other = sections.get(There.in(at.classes(), "7C Design"));
    Moments moments =
        new Moments(
            at.moment(-15, LocalTime.of(18, 0)),
            at.moment(-10, SchoolCalendar.DUE_TIME),
            Optional.of(at.moment(-1, LocalTime.NOON)));
    ScopedClock.runAt(
        moments.goesUpAt(),
        () ->
            postings.post(
                UUID.randomUUID(),
                at.teacher(),
                new PostingSheet(
                    null,
                    Set.of(list, card),
                    "",
                    "",
                    Map.of(seven.id(), moments, other.id(), moments))));
    for (SectionView section : List.of(seven, other)) {
      List<UUID> students = students(section);
      for (int i = 0; i < students.size(); i++) {
        done(at, section, students.get(i), list, true, i, 4);
        done(at, section, students.get(i), card, false, i + 3, 5);
      }
      handBack(at, section, list);
      handBack(at, section, card);
    }
    ScopedClock.runAt(
        at.moment(-14, LocalTime.of(8, 0)),
        () ->
            paces.set(
                seven.id(), new Pace.Rule(DayOfWeek.WEDNESDAY, 6), at.monday().minusWeeks(2)));
    reminding.set(other, at.teacher(), Reminding.USUAL, true);
    UUID caughtUp = students(seven).get(4);
    ScopedClock.runAt(
        at.moment(-3, LocalTime.of(15, 40)),
        () ->
            notes.write(
                seven,
                caughtUp,
                at.teacher(),
                "\u201cBridges near us\u201d came late, and it is the longest list of the class: eleven bridges, with"
                    + " what each is made of. Well done.",
                true,
                true));
  }

  private List<UUID> students(SectionView section) {
    return people.contacts(section.students()).values().stream()
        .sorted(Comparator.comparing(People.Contact::name))
        .map(People.Contact::id)
        .toList();
  }

  /** Most in time, a few late, one or two never. */
  private void done(
      DemoClass.Week at,
      SectionView section,
      UUID student,
      UUID task,
      boolean written,
      int turn,
      int rare) {
    if (turn % 14 == 11) {
      return;
    }
    int day = turn % 9 == rare ? -8 : -12;
    Instant when = at.moment(day, LocalTime.of(16, 0).plusMinutes(turn));
    ScopedClock.runAt(when, () -> audience.tick(student, task, true));
    Optional<UUID> version =
        written
            ? Optional.of(
                lists.write(
                    task,
                    section.id(),
                    student,
                    at.moment(-10, SchoolCalendar.DUE_TIME),
                    when,
                    turn))
            : Optional.empty();
    lists.look(
        at.teacher(),
        task,
        section.id(),
        student,
        version,
        at.moment(-7, LocalTime.of(17, 0)),
        turn);
  }

  private void handBack(DemoClass.Week at, SectionView section, UUID task) {
    lists.handBack(task, section.id(), at.moment(-7, LocalTime.of(18, 0)));
  }
}
