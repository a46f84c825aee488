package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.desk.planbook.WeekView.Cell;
import school.kerygma.app.desk.planbook.WeekView.Row;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.Workload;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.SchoolCalendar;

/** Finds what needs a decision in a week. */
@Component
class WeekFindings {

  private final People people;

  WeekFindings(People people) {
    this.people = people;
  }

  ToLookAt of(
      TermBook book,
      List<Row> rows,
      List<ToLookAt.Untold> untold,
      List<ToLookAt.Changed> changed,
      List<ToLookAt.Noted> noted) {
    List<LocalDate> dates = rows.getFirst().cells().stream().map(Cell::date).toList();
    Map<List<SectionView>, List<UUID>> shared = inSeveral(book.sections());
    return new ToLookAt(
        doubtful(rows),
        over(rows),
        both(book, dates, shared),
        crowded(book, dates, shared.keySet()),
        heavy(book, dates.getFirst()),
        untold,
        changed,
        noted);
  }

  private static List<ToLookAt.Doubtful> doubtful(List<Row> rows) {
    List<ToLookAt.Doubtful> found = new ArrayList<>();
    for (Row row : rows) {
      row.cells().stream()
          .flatMap(c -> c.tasks().stream())
          .forEach(
              p ->
                  p.due()
                      .filter(d -> !d.doubts().isEmpty())
                      .ifPresent(
                          d -> found.add(new ToLookAt.Doubtful(p.task(), row.section(), d))));
    }
    return found;
  }

  private static List<ToLookAt.Over> over(List<Row> rows) {
    List<ToLookAt.Over> found = new ArrayList<>();
    for (Row row : rows) {
      row.cells().stream()
          .filter(c -> c.over() > 0)
          .forEach(c -> found.add(new ToLookAt.Over(row.section(), c.date(), c.minutes())));
    }
    return found;
  }

  /** The students who sit in several sections, by those sections. */
  private static Map<List<SectionView>, List<UUID>> inSeveral(List<SectionView> sections) {
    Map<UUID, List<SectionView>> seats = new HashMap<>();
    for (SectionView section : sections) {
      section
          .students()
          .forEach(s -> seats.computeIfAbsent(s, added -> new ArrayList<>()).add(section));
    }
    Map<List<SectionView>, List<UUID>> shared = new LinkedHashMap<>();
    seats.forEach(
        (student, of) -> {
          if (of.size() > 1) {
            shared.computeIfAbsent(of, added -> new ArrayList<>()).add(student);
          }
        });
    return shared;
  }

  private static String names(List<SectionView> sections) {
    return sections.stream().map(SectionView::name).collect(Collectors.joining(", "));
  }

  /** An evening is one evening: the largest of the sections' shares is all there is. */
  private List<ToLookAt.Both> both(
      TermBook book, List<LocalDate> dates, Map<List<SectionView>, List<UUID>> shared) {
    List<ToLookAt.Both> found = new ArrayList<>();
    Set<UUID> known = new HashSet<>();
    shared.values().forEach(known::addAll);
    Map<UUID, People.Contact> contacts = known.isEmpty() ? Map.of() : people.contacts(known);
    shared.forEach(
        (sections, students) -> {
          List<Workload.Planned> all = new ArrayList<>();
          sections.forEach(s -> all.addAll(book.load(s)));
          SortedMap<LocalDate, Integer> minutes = Workload.byDay(all);
          int budget = sections.stream().mapToInt(SectionView::minutes).max().orElseThrow();
          List<String> names =
              students.stream()
                  .map(s -> There.in(contacts, s).name())
                  .sorted(PersonNames.BY_FAMILY_NAME)
                  .toList();
          for (LocalDate date : dates) {
            int asked = minutes.getOrDefault(date, 0);
            if (asked > budget) {
              found.add(new ToLookAt.Both(names(sections), names, date, asked, budget));
            }
          }
        });
    return found;
  }

  private record Large(LocalDate due, UUID section, TaskView task) {}

  /**
   * The days of a week on which a section, or students of several, must be done with more than one
   * large task.
   */
  static List<ToLookAt.Crowded> crowded(
      TermBook book, List<LocalDate> dates, Collection<List<SectionView>> shared) {
    List<Large> large = new ArrayList<>();
    for (SectionView section : book.sections()) {
      for (TaskView task : book.tasks()) {
        LocalDate day = task.sheet().days().get(section.id());
        if (day != null && isNear(day, dates.getFirst()) && isLarge(book, section, task)) {
          book.due(task, section)
              .map(d -> section.calendar().dateOf(d.at()))
              .filter(dates::contains)
              .ifPresent(d -> large.add(new Large(d, section.id(), task)));
        }
      }
    }
    List<ToLookAt.Crowded> found = new ArrayList<>();
    for (SectionView section : book.sections()) {
      crowd(List.of(section), large, found);
    }
    shared.forEach(sections -> crowd(sections, large, found));
    return found;
  }

  /** Whether what is done on a day can be due in a week: up to two weeks before. */
  private static boolean isNear(LocalDate day, LocalDate monday) {
    return !day.isBefore(monday.minusWeeks(2)) && day.isBefore(monday.plusWeeks(1));
  }

  private static boolean isLarge(TermBook book, SectionView section, TaskView task) {
    return task.sheet().required()
        && Workload.isLarge(
            task.sheet().in(section.id()).minutes(),
            section.minutes(),
            book.worths().share(section.id(), task.sheet()).orElse(0));
  }

  private static void crowd(
      List<SectionView> sections, List<Large> large, List<ToLookAt.Crowded> found) {
    Set<UUID> ids = sections.stream().map(SectionView::id).collect(Collectors.toSet());
    Map<LocalDate, Set<String>> titles = new TreeMap<>();
    Map<LocalDate, Set<UUID>> of = new HashMap<>();
    for (Large one : large) {
      if (ids.contains(one.section())) {
        titles.computeIfAbsent(one.due(), d -> new LinkedHashSet<>()).add(one.task().title());
        of.computeIfAbsent(one.due(), d -> new HashSet<>()).add(one.section());
      }
    }
    titles.forEach(
        (date, tasks) -> {
          if (tasks.size() > 1 && of.getOrDefault(date, Set.of()).size() == ids.size()) {
            found.add(new ToLookAt.Crowded(names(sections), date, List.copyOf(tasks)));
          }
        });
  }

  private static List<ToLookAt.Heavy> heavy(TermBook book, LocalDate monday) {
    List<ToLookAt.Heavy> found = new ArrayList<>();
    for (SectionView section : book.sections()) {
      Map<LocalDate, Integer> weeks = new HashMap<>();
      Workload.byDay(book.load(section))
          .forEach((day, m) -> weeks.merge(SchoolCalendar.mondayOf(day), m, Integer::sum));
      int own = weeks.getOrDefault(monday, 0);
      if (Workload.isHeavy(own, weeks.values())) {
        found.add(
            new ToLookAt.Heavy(section, own, (int) Math.round(Workload.median(weeks.values()))));
      }
    }
    return found;
  }
}
