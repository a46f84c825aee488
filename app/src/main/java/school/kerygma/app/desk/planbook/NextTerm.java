package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.plan.planning.PlanChanges;
import school.kerygma.app.plan.planning.WeekCopy;
import school.kerygma.app.school.sections.SchoolTime;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Begins the term after one that is over: its dates, sections, rosters, and the plan taken along.
 */
@Service
@Transactional
class NextTerm {

  private final SchoolTime time;
  private final Sections sections;
  private final PlanChanges changes;
  private final Units units;

  NextTerm(SchoolTime time, Sections sections, PlanChanges changes, Units units) {
    this.time = time;
    this.sections = sections;
    this.changes = changes;
    this.units = units;
  }

  /**
   * What is asked for.
   *
   * @param name of the term
   * @param weeks 1 to 53
   * @param again the sections that go on, each with its name, meetings and grading
   * @param rosters whether their students sit in them again
   * @param plan whether what was planned is planned once more, with its walkthroughs
   */
  record Wish(
      String name,
      LocalDate firstDay,
      int weeks,
      List<SectionView> again,
      boolean rosters,
      boolean plan) {}

  /**
   * Begins it.
   *
   * @return its first Monday
   */
  LocalDate begin(UUID teacher, UUID besides, Wish wish) {
    UUID term = time.addTerm(besides, wish.name(), wish.firstDay(), wish.weeks());
    SchoolTime.TermView made = time.get(term);
    SchoolCalendar before = time.get(besides).calendar();
    time.change(
        term,
        made.seen(),
        wish.name(),
        wish.firstDay(),
        wish.weeks(),
        before.day().begins(),
        before.day().ends());
    List<WeekCopy.Pair> pairs = new ArrayList<>();
    for (SectionView was : wish.again()) {
      UUID id =
          sections.addSection(
              term,
              was.name(),
              was.meets(),
              was.minutes(),
              was.teachers(),
              wish.rosters() ? was.students() : Set.of());
      sections.grade(id, sections.get(id).seenGrade(), was.grading(), was.grade());
      pairs.add(new WeekCopy.Pair(was, sections.get(id)));
    }
    LocalDate monday = made.calendar().firstMonday();
    if (wish.plan()) {
      bring(teacher, pairs, before, monday);
    }
    return monday;
  }

  /** Term by term as much as a unit may hold at once. */
  private void bring(
      UUID teacher, List<WeekCopy.Pair> pairs, SchoolCalendar before, LocalDate monday) {
    List<SectionView> from = pairs.stream().map(WeekCopy.Pair::from).toList();
    List<SectionView> to = pairs.stream().map(WeekCopy.Pair::to).toList();
    int weeks =
        Math.min(Math.min(before.weeks(), to.getFirst().calendar().weeks()), Units.MOST_WEEKS);
    Map<LocalDate, LocalDate> goes =
        new LinkedHashMap<>(Units.weeks(before.firstMonday(), weeks, monday, from, to));
    Set<UUID> talks =
        units.talks(teacher, changes.look(pairs, goes)).stream()
            .map(t -> t.head().id())
            .collect(Collectors.toSet());
    units.bring(teacher, pairs, goes, talks);
  }

  /** The day after the term on which the next may begin, for the form. */
  static LocalDate after(SchoolCalendar calendar, LocalDate today) {
    LocalDate end = calendar.end();
    return Optional.of(SchoolCalendar.mondayOf(today)).filter(m -> m.isAfter(end)).orElse(end);
  }
}
