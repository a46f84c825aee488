package school.kerygma.app.classroom.posting;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.util.MultiValueMap;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.dates.MomentPhrase;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The moments of a posting as a form says them, in words: for all sections, and for those that do
 * it otherwise. Fields of one section end in a hyphen and its id.
 */
record PostingForm(Fields fields, Instant now) {

  /** The words for 11:59 p.m. of the last day on which a section does one of the tasks. */
  static final String LAST_TASK = "with its last task";

  private static final String NEVER = "never";

  /**
   * The moments of one section.
   *
   * @param tasks that go up with it
   * @throws Problem that names the field that cannot be read
   */
  Moments of(SectionView section, Collection<TaskView> tasks) {
    Instant goesUp = needed("goesUp", section, setting(section, section.calendar().day().begins()));
    Instant due =
        text("due", section).equalsIgnoreCase(LAST_TASK)
            ? lastTask(section, tasks, goesUp, now)
            : needed("due", section, after(goesUp, section));
    String closes = text("closes", section);
    Moments moments =
        new Moments(
            goesUp,
            due,
            closes.isEmpty() || closes.equalsIgnoreCase(NEVER)
                ? Optional.empty()
                : Optional.of(needed("closes", section, after(due, section))));
    for (Moments.Fault fault : moments.faults()) {
      String about = fault == Moments.Fault.CLOSES_BEFORE_IT_IS_DUE ? "closes" : "due";
      throw Problem.refused("moments." + fault).at(field(about, section));
    }
    return moments;
  }

  private MomentPhrase.Setting setting(SectionView section, LocalTime without) {
    return new MomentPhrase.Setting(now, section.calendar(), section.meets(), without);
  }

  /** "Goes up Sunday, due Wednesday": the Wednesday after that Sunday. */
  private MomentPhrase.Setting after(Instant moment, SectionView section) {
    return setting(moment, section, now);
  }

  private static MomentPhrase.Setting setting(Instant moment, SectionView section, Instant now) {
    return new MomentPhrase.Setting(
        moment.isAfter(now) ? moment : now,
        section.calendar(),
        section.meets(),
        SchoolCalendar.DUE_TIME);
  }

  private Instant needed(String name, SectionView section, MomentPhrase.Setting setting) {
    String said = text(name, section);
    return MomentPhrase.read(said, setting)
        .map(MomentPhrase.Read::at)
        .orElseThrow(
            () ->
                Problem.refused(said.isEmpty() ? "moment" : "moment-phrase", said)
                    .at(field(name, section)));
  }

  /** What is said for the section, or else for all. */
  private String text(String name, SectionView section) {
    String own = fields.text(name + "-" + section.id());
    return own.isEmpty() ? fields.text(name) : own;
  }

  private String field(String name, SectionView section) {
    String own = name + "-" + section.id();
    return fields.text(own).isEmpty() && fields.form().containsKey(name) ? name : own;
  }

  /**
   * When the last of the tasks is due, each by its own rule, or at 11:59 p.m. of its day; without
   * one that is still to come, 11:59 p.m. of the next meeting.
   */
  static Instant lastTask(
      SectionView section, Collection<TaskView> tasks, Instant goesUp, Instant now) {
    SchoolCalendar calendar = section.calendar();
    LocalDate today = calendar.dateOf(now);
    return tasks.stream()
        .filter(t -> t.sheet().days().containsKey(section.id()))
        .map(t -> Standing.dueIfUp(t, section, goesUp, now))
        .max(Instant::compareTo)
        .filter(at -> at.isAfter(now))
        .orElseGet(() -> calendar.dueOn(section.meets().onOrAfter(today.plusDays(1), calendar)));
  }

  /** A moment in the words that the fields understand. */
  static String words(Instant at, SectionView section, Instant now) {
    return wordsAfter(now, at, section, now);
  }

  /** The same for one that comes after another. */
  static String wordsAfter(Instant before, Instant at, SectionView section, Instant now) {
    return MomentPhrase.write(at, setting(before, section, now));
  }

  /** The students whom it is for; nothing if it is for all. */
  static Optional<Set<UUID>> only(MultiValueMap<String, String> form) {
    return Optional.of(new Fields(form).ids("only")).filter(some -> !some.isEmpty());
  }
}
