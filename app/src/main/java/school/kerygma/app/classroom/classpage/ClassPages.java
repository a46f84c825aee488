package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.There;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.SchoolCalendar;

/** Puts the pages of students and families together, for themselves and for who looks at them. */
@Service
@Transactional(readOnly = true)
class ClassPages {

  private final TaskLists lists;
  private final Sections sections;
  private final Scripts scripts;
  private final Scores scores;
  private final Editions editions;
  private final People people;
  private final Clock clock;

  ClassPages(
      TaskLists lists,
      Sections sections,
      Scripts scripts,
      Scores scores,
      Editions editions,
      People people,
      Clock clock) {
    this.editions = editions;
    this.lists = lists;
    this.sections = sections;
    this.scripts = scripts;
    this.scores = scores;
    this.people = people;
    this.clock = clock;
  }

  /** The same pages as they will be, or were, at another moment. */
  ClassPages at(Instant moment) {
    Clock other = Clock.fixed(moment, ZoneOffset.UTC);
    return new ClassPages(lists.at(other), sections, scripts, scores, editions, people, other);
  }

  /** The same pages as if something were posted that is not. */
  ClassPages with(List<DeliveryView> drafts) {
    return new ClassPages(lists.with(drafts), sections, scripts, scores, editions, people, clock);
  }

  /**
   * The page of a student.
   *
   * @param chosen the section to show; of any other, the first is shown
   * @param talk the walkthrough to play, if it is up there; of any other, that of the next task
   * @param shown which sections may be seen on it
   * @return nothing if the student sits in none of them
   */
  Optional<StudentPage> ofStudent(
      UUID student, @Nullable UUID chosen, @Nullable UUID talk, Predicate<SectionView> shown) {
    List<SectionView> all = sections.ofStudent(student).stream().filter(shown).toList();
    if (all.isEmpty()) {
      return Optional.empty();
    }
    LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
    List<SectionView> own = SectionView.during(today, all);
    SectionView section =
        own.stream().filter(s -> s.id().equals(chosen)).findFirst().orElse(own.getFirst());
    TaskLists.SectionList list =
        lists.of(student, today, shown).stream()
            .filter(l -> l.section().id().equals(section.id()))
            .findFirst()
            .orElseThrow();
    List<ListedTask> tasks = list.tasks();
    return Optional.of(
        new StudentPage(
            own,
            section,
            today,
            list,
            teacher(section, list),
            tasks.stream().filter(t -> !t.done() && !t.waits()).findFirst(),
            tasks.stream()
                .filter(t -> !t.done() && !t.day().isAfter(today))
                .mapToInt(t -> t.task().sheet().minutes())
                .sum(),
            lines(list.up()),
            strip(list, today),
            playing(list, talk)));
  }

  /** Who put up what is there; where nothing is, one of the section's teachers. */
  private String teacher(SectionView section, TaskLists.SectionList list) {
    Set<UUID> named =
        list.up().isEmpty() ? section.teachers() : Set.of(list.up().getLast().owner());
    return people.contacts(named).values().stream()
        .map(People.Contact::name)
        .sorted()
        .findFirst()
        .orElse("");
  }

  private List<String> lines(List<DeliveryView> up) {
    Instant now = clock.instant();
    return up.reversed().stream()
        .map(d -> d.toStudentsAt(now))
        .filter(line -> !line.isEmpty())
        .distinct()
        .toList();
  }

  /** The player holds the one that is asked for, that of the next task, or else the newest. */
  private Optional<StudentPage.Playing> playing(TaskLists.SectionList list, @Nullable UUID talk) {
    Optional<UUID> asked =
        list.up().stream()
            .flatMap(d -> d.walkthrough().stream())
            .filter(w -> w.equals(talk))
            .findFirst();
    Optional<UUID> next =
        list.tasks().stream()
            .filter(t -> !t.done())
            .flatMap(t -> t.explained().stream())
            .map(ListedTask.Explained::walkthrough)
            .findFirst();
    Optional<UUID> newest =
        list.up().stream()
            .max(Comparator.comparing(d -> d.moments().goesUpAt()))
            .flatMap(DeliveryView::walkthrough);
    return asked
        .or(() -> next)
        .or(() -> newest)
        .flatMap(
            id ->
                scores
                    .current(id)
                    .map(
                        s ->
                            new StudentPage.Playing(
                                scripts.head(id),
                                s,
                                !editions.outdated(scores.pages(s.id())).isEmpty())));
  }

  private static List<StudentPage.StripDay> strip(TaskLists.SectionList list, LocalDate today) {
    SectionView section = list.section();
    List<StudentPage.StripDay> days = new ArrayList<>();
    for (LocalDate date : SchoolCalendar.schoolWeek(today)) {
      days.add(
          new StudentPage.StripDay(
              date,
              date.equals(today),
              section.calendar().isSchoolDay(date),
              section.meets().meetsOn(date, section.calendar()),
              list.week().tasks().stream().filter(t -> t.day().equals(date)).toList(),
              list.week().sessionsOn(date)));
    }
    return days;
  }

  /**
   * The page of a family.
   *
   * @param students whose rows are shown
   * @param shown which of their sections may be seen on it
   */
  FamilyPage ofFamily(Collection<UUID> students, Predicate<SectionView> shown) {
    Map<UUID, List<SectionView>> sits = new HashMap<>();
    sections
        .ofStudents(students)
        .forEach((s, own) -> sits.put(s, own.stream().filter(shown).toList()));
    LocalDate today =
        today(sits.values().stream().filter(own -> !own.isEmpty()).findFirst().orElse(List.of()));
    return page(students, lists.of(sits, today, true), people.contacts(students), today);
  }

  /**
   * The same in short of several families: what is to do and until when, without papers and what
   * changed.
   *
   * @param families the students of each
   * @param sits where each student sits
   */
  Map<UUID, FamilyPage> inShort(
      Map<UUID, ? extends Collection<UUID>> families, Map<UUID, List<SectionView>> sits) {
    Map<LocalDate, Map<UUID, List<SectionView>>> byDay = new HashMap<>();
    sits.forEach(
        (student, own) ->
            byDay.computeIfAbsent(today(own), first -> new HashMap<>()).put(student, own));
    Map<UUID, List<TaskLists.SectionList>> all = new HashMap<>();
    byDay.forEach((day, of) -> all.putAll(lists.of(of, day, false)));
    Map<UUID, People.Contact> contacts = people.contacts(sits.keySet());
    Map<UUID, FamilyPage> pages = new HashMap<>();
    families.forEach(
        (family, students) ->
            pages.put(
                family,
                page(
                    students,
                    all,
                    contacts,
                    students.stream()
                        .map(s -> sits.getOrDefault(s, List.of()))
                        .filter(own -> !own.isEmpty())
                        .map(this::today)
                        .findFirst()
                        .orElseGet(() -> today(List.of())))));
    return pages;
  }

  /** By the clock of the first of some sections. */
  private LocalDate today(List<SectionView> sits) {
    return sits.isEmpty()
        ? LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC)
        : sits.getFirst().calendar().dateOf(clock.instant());
  }

  private FamilyPage page(
      Collection<UUID> students,
      Map<UUID, List<TaskLists.SectionList>> lists,
      Map<UUID, People.Contact> contacts,
      LocalDate today) {
    List<FamilyPage.Child> children = new ArrayList<>();
    for (UUID student : students) {
      List<TaskLists.SectionList> seen = lists.getOrDefault(student, List.of());
      List<ListedTask> all = seen.stream().flatMap(l -> l.tasks().stream()).toList();
      long late = all.stream().filter(ListedTask::late).count();
      long done = all.stream().filter(ListedTask::done).count();
      children.add(
          new FamilyPage.Child(
              student,
              There.in(contacts, student).name(),
              seen,
              late,
              all.size() - done - late,
              done));
    }
    children.sort(
        Comparator.comparing((FamilyPage.Child c) -> -c.late())
            .thenComparing(FamilyPage.Child::name, PersonNames.BY_FAMILY_NAME));
    return new FamilyPage(children, today, clock.instant());
  }
}
