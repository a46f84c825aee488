package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.TeachersWords;
import school.kerygma.app.classroom.posting.ChangesSinceTold;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.plan.DueMoments;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.Step;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.core.time.Span;

/** Makes the lists of what students have to do: the same for the class page and the family page. */
@Service
@Transactional(readOnly = true)
class TaskLists {

  /** How long what was handed in stays on the list after its task has closed. */
  private static final Duration CLOSED_SHOWN = Duration.ofDays(7);

  private final Sections sections;
  private final Postings postings;
  private final Tasks tasks;
  private final Sessions sessions;
  private final DayNotes notes;
  private final Handouts handouts;
  private final Scripts scripts;
  private final Scores scores;
  private final Audience audience;
  private final ChangesSinceTold told;
  private final HandIns handIns;
  private final TeachersWords words;
  private final Rounds rounds;
  private final Clock clock;
  private final List<DeliveryView> drafts;

  @Autowired
  TaskLists(
      Sections sections,
      Postings postings,
      Tasks tasks,
      Sessions sessions,
      DayNotes notes,
      Handouts handouts,
      Scripts scripts,
      Scores scores,
      Audience audience,
      ChangesSinceTold told,
      HandIns handIns,
      TeachersWords words,
      Rounds rounds,
      Clock clock) {
    this(
        sections, postings, tasks, sessions, notes, handouts, scripts, scores, audience, told,
        handIns, words, rounds, clock, List.of());
  }

  private TaskLists(
      Sections sections,
      Postings postings,
      Tasks tasks,
      Sessions sessions,
      DayNotes notes,
      Handouts handouts,
      Scripts scripts,
      Scores scores,
      Audience audience,
      ChangesSinceTold told,
      HandIns handIns,
      TeachersWords words,
      Rounds rounds,
      Clock clock,
      List<DeliveryView> drafts) {
    this.drafts = drafts;
    this.sections = sections;
    this.postings = postings;
    this.tasks = tasks;
    this.sessions = sessions;
    this.notes = notes;
    this.handouts = handouts;
    this.scripts = scripts;
    this.scores = scores;
    this.audience = audience;
    this.told = told;
    this.handIns = handIns;
    this.words = words;
    this.rounds = rounds;
    this.clock = clock;
  }

  /** The same lists as they will be, or were, at another moment. */
  TaskLists at(Clock other) {
    return new TaskLists(
        sections, postings, tasks, sessions, notes, handouts, scripts, scores, audience, told,
        handIns, words, rounds, other, drafts);
  }

  /** The same lists as if something were posted that is not. */
  TaskLists with(List<DeliveryView> other) {
    return new TaskLists(
        sections, postings, tasks, sessions, notes, handouts, scripts, scores, audience, told,
        handIns, words, rounds, clock, other);
  }

  /**
   * One section's part of a student's list.
   *
   * @param weeks the week of today, and those after it of which something is up already
   * @param starter the line with which the shown day begins; may be empty
   */
  record SectionList(
      SectionView section, List<DeliveryView> up, List<ListedWeek> weeks, String starter) {

    /** The week of today. */
    public ListedWeek week() {
      return weeks.getFirst();
    }

    /** Weeks of which something is up before they begin. */
    public List<ListedWeek> ahead() {
      return weeks.subList(1, weeks.size());
    }

    /** All tasks, week after week. */
    public List<ListedTask> tasks() {
      return weeks.stream().flatMap(w -> w.tasks().stream()).toList();
    }
  }

  /**
   * A task on its day.
   *
   * @param day on which it is listed: that of its section, or an earlier one on which a part of it
   *     is due that is not done
   * @param first its place among those that come first on the shown day, from 1; 0 if it does not
   */
  private record Placed(TaskView task, Standing.Due due, LocalDate day, int first) {

    LocalDate monday() {
      return SchoolCalendar.mondayOf(day);
    }
  }

  /** What is looked up once for all of a student's sections. */
  private record Known(
      Map<UUID, TaskView> tasks,
      Map<UUID, Instant> ticks,
      Set<UUID> opened,
      Map<UUID, HandIns.Version> handed,
      Set<UUID> answeredWork,
      Set<UUID> ways,
      Set<UUID> chosen,
      Map<UUID, List<TaskView>> term,
      Map<UUID, RoundRule> rounds,
      Set<UUID> answered,
      Map<UUID, ListedTask.Explained> explained,
      Map<UUID, ListedTask.Explained> explainedWays,
      Map<UUID, String> papers,
      Worths worths,
      ChangesSinceTold.Changes told) {}

  /**
   * What a student has to do in the week that holds {@code shown}, what is left from before, and
   * what is up of the weeks to come, section by section, in the order of doing.
   */
  List<SectionList> of(UUID student, LocalDate shown) {
    return of(student, shown, any -> true);
  }

  /** The same of some sections only. */
  List<SectionList> of(UUID student, LocalDate shown, Predicate<SectionView> which) {
    return of(student, shown, which, true);
  }

  /**
   * The same.
   *
   * @param whole whether all that is read beside a task is looked up too; what may be done with it
   *     is known without
   */
  private List<SectionList> of(
      UUID student, LocalDate shown, Predicate<SectionView> which, boolean whole) {
    List<SectionView> own =
        SectionView.during(shown, sections.ofStudent(student).stream().filter(which).toList());
    List<UUID> sectionIds = own.stream().map(SectionView::id).toList();
    Instant now = clock.instant(); // Of a list for another day, what is up is what is up then.
    Standing standing =
        Standing.of(
            Stream.concat(
                    postings.ofSections(sectionIds).stream(),
                    drafts.stream().filter(d -> sectionIds.contains(d.section())))
                .map(d -> d.at(now))
                .toList(),
            now);
    Known known =
        known(
            student,
            own,
            sectionIds.stream().flatMap(s -> listedOf(standing, s, now).stream()).toList(),
            whole);
    Map<UUID, DayNotes.Note> day = new HashMap<>();
    sectionIds.forEach(s -> day.put(s, DayNotes.Note.none(s, shown)));
    notes.between(sectionIds, shown, shown).forEach(n -> day.put(n.section(), n));
    Map<UUID, List<Placed>> placed = new HashMap<>();
    own.forEach(
        s ->
            placed.put(
                s.id(), placed(s, standing, known, shown, There.in(day, s.id()).first(), now)));
    List<SessionView> held = held(sectionIds, placed.values(), shown);
    List<SectionList> lists = new ArrayList<>();
    for (SectionView section : own) {
      lists.add(
          new SectionList(
              section,
              standing.up(section.id()),
              weeks(section, There.in(placed, section.id()), held, known, standing, shown),
              There.in(day, section.id()).starter()));
    }
    return lists;
  }

  /** The sessions of all weeks in which something is listed. */
  private List<SessionView> held(
      List<UUID> sectionIds, Collection<List<Placed>> placed, LocalDate shown) {
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    LocalDate last =
        placed.stream()
            .flatMap(List::stream)
            .map(Placed::monday)
            .max(LocalDate::compareTo)
            .filter(monday::isBefore)
            .orElse(monday);
    return sessions.between(sectionIds, monday, last.plusDays(6));
  }

  private List<ListedWeek> weeks(
      SectionView section,
      List<Placed> placed,
      List<SessionView> held,
      Known known,
      Standing standing,
      LocalDate shown) {
    LocalDate now = SchoolCalendar.mondayOf(shown);
    TreeMap<LocalDate, List<Placed>> byWeek = new TreeMap<>(Map.of(now, new ArrayList<>()));
    for (Placed p : placed) {
      LocalDate monday = p.monday().isBefore(now) || p.first() > 0 ? now : p.monday();
      byWeek.computeIfAbsent(monday, added -> new ArrayList<>()).add(p);
    }
    List<Step> steps = steps(section, placed, known);
    Map<UUID, Integer> numbers = new HashMap<>();
    byWeek
        .values()
        .forEach(
            week -> {
              for (int i = 0; i < week.size(); i++) {
                numbers.put(week.get(i).task().id(), i + 1);
              }
            });
    List<ListedWeek> weeks = new ArrayList<>();
    byWeek.forEach(
        (monday, week) ->
            weeks.add(
                new ListedWeek(
                    monday,
                    listed(
                        section,
                        week,
                        steps,
                        numbers,
                        known,
                        standing,
                        monday.equals(now) ? Optional.of(shown) : Optional.empty()),
                    held.stream()
                        .filter(s -> s.section().equals(section.id()))
                        .filter(s -> SchoolCalendar.mondayOf(s.sheet().day()).equals(monday))
                        .toList(),
                    (int) week.stream().filter(p -> p.first() > 0).count())));
    return weeks;
  }

  /**
   * What is listed, in the order of the plan, whatever comes first today; and what is planned in
   * the section's term besides, if something waits for all of that.
   */
  private static List<Step> steps(SectionView section, List<Placed> placed, Known known) {
    List<Step> steps =
        placed.stream()
            .sorted(
                Comparator.comparing((Placed p) -> p.due().day())
                    .thenComparing(p -> p.task().position()))
            .map(p -> step(p, known))
            .collect(Collectors.toCollection(ArrayList::new));
    Set<UUID> listed = steps.stream().map(Step::task).collect(Collectors.toSet());
    for (TaskView task : known.term().getOrDefault(section.id(), List.of())) {
      if (!listed.contains(task.id())) {
        TaskView own = task.in(section.id());
        steps.add(step(own, There.in(own.sheet().days(), section.id()), known));
      }
    }
    return steps;
  }

  private static Step step(Placed p, Known known) {
    return step(p.task(), p.due().day(), known);
  }

  private static Step step(TaskView task, LocalDate day, Known known) {
    TaskSheet sheet = task.sheet();
    return new Step(
        task.id(),
        day,
        sheet.required(),
        known.ticks().containsKey(task.id()),
        sheet.opens(),
        sheet.after(),
        sheet.kind(),
        sheet.unit());
  }

  /** What is up in a section, and what has closed lately: who has handed it in finds it there. */
  private static List<DeliveryView> listedOf(Standing standing, UUID section, Instant now) {
    return Stream.concat(
            standing.up(section).stream(),
            standing.closed(section, now.minus(CLOSED_SHOWN)).stream())
        .toList();
  }

  /** A task on the list that a student has today, without what is read beside it. */
  Optional<ListedTask> find(UUID student, UUID task) {
    return sections.ofStudent(student).stream()
        .map(s -> s.calendar().dateOf(clock.instant()))
        .findFirst()
        .flatMap(
            today ->
                of(student, today, any -> true, false).stream()
                    .flatMap(l -> l.tasks().stream())
                    .filter(t -> t.task().id().equals(task))
                    .findFirst());
  }

  /** The tasks of a section's term, where one that is up waits for all of them. */
  private Map<UUID, List<TaskView>> term(List<SectionView> own, Collection<TaskView> posted) {
    Map<UUID, List<TaskView>> term = new HashMap<>();
    for (SectionView section : own) {
      boolean waits =
          posted.stream()
              .anyMatch(
                  t ->
                      t.sheet().days().containsKey(section.id())
                          && t.sheet().opens().waitsForAll());
      if (waits) {
        term.put(
            section.id(),
            tasks.between(
                Set.of(section.id()),
                section.calendar().firstMonday(),
                section.calendar().end().minusDays(1)));
      }
    }
    return term;
  }

  /** A task that has closed for a student, and when. */
  record Closed(SectionView section, Instant at) {}

  /** Whether a task of a student's has closed: it was up, and stands nowhere else. */
  Optional<Closed> closed(UUID student, UUID task) {
    Map<UUID, SectionView> own = new HashMap<>();
    sections.ofStudent(student).forEach(s -> own.put(s.id(), s));
    List<DeliveryView> all = postings.ofSections(own.keySet());
    Standing standing = Standing.of(all, clock.instant());
    return own.values().stream()
        .flatMap(s -> standing.delivery(task, s.id()).stream())
        .filter(d -> d.state() == Moments.State.CLOSED)
        .flatMap(
            d ->
                d
                    .moments()
                    .closesAt()
                    .map(at -> new Closed(There.in(own, d.section()), at))
                    .stream())
        .findFirst()
        .filter(
            c ->
                own.values().stream()
                    .noneMatch(
                        s -> standing.delivery(task, s.id()).filter(DeliveryView::up).isPresent()));
  }

  private Known known(UUID student, List<SectionView> own, List<DeliveryView> up, boolean whole) {
    Set<UUID> ids = new HashSet<>();
    up.forEach(d -> ids.addAll(d.tasks()));
    Map<UUID, TaskView> posted =
        tasks.among(ids).stream().collect(Collectors.toMap(TaskView::id, t -> t));
    Set<UUID> papers = new HashSet<>();
    Set<UUID> talks = whole ? walkthroughs(up) : Set.of();
    for (TaskView task : whole ? posted.values() : List.<TaskView>of()) {
      papers.addAll(task.sheet().allHandouts());
      papers.addAll(task.sheet().keys());
    }
    Map<UUID, RoundRule> shared =
        rounds.of(ids).stream().collect(Collectors.toMap(Rounds.Round::task, Rounds.Round::rule));
    Map<UUID, HandIns.Version> handed = handIns.latest(asking(posted.values()), student);
    Map<UUID, List<TaskView>> term = term(own, posted.values());
    Map<UUID, TaskView> all = new HashMap<>(posted);
    term.values().forEach(of -> of.forEach(t -> all.putIfAbsent(t.id(), t)));
    return new Known(
        all,
        audience.ticks(Set.of(student), all.keySet()).getOrDefault(student, Map.of()),
        audience.opened(
            student,
            posted.values().stream()
                .filter(t -> t.sheet().opens() == Opens.WHEN_THE_WORD_IS_GIVEN)
                .map(TaskView::id)
                .toList()),
        handed,
        words.among(handed.values().stream().map(HandIns.Version::id).toList()),
        audience.ways(student, ids),
        audience.chosen(student, ids),
        term,
        shared,
        rounds.answered(student, shared.keySet()),
        explained(ids, talks),
        explainedWays(posted.values(), talks),
        handouts.titles(papers),
        worths(whole ? own : List.of()),
        told.of(whole ? up.stream().map(DeliveryView::id).toList() : List.of()));
  }

  /** Tasks for which something is handed in. */
  private static Set<UUID> asking(Collection<TaskView> all) {
    return all.stream()
        .filter(t -> t.sheet().handIn().isPresent())
        .map(TaskView::id)
        .collect(Collectors.toSet());
  }

  /** Points are weighed against all of the term, and that is looked up only where they are. */
  private Worths worths(List<SectionView> own) {
    List<SectionView> weighing = own.stream().filter(s -> !s.grading().kinds().isEmpty()).toList();
    List<TaskView> term = new ArrayList<>();
    if (!weighing.isEmpty()) {
      LocalDate first =
          weighing.stream()
              .map(s -> s.calendar().firstMonday())
              .min(LocalDate::compareTo)
              .orElseThrow();
      LocalDate last =
          weighing.stream().map(s -> s.calendar().end()).max(LocalDate::compareTo).orElseThrow();
      term.addAll(tasks.between(weighing.stream().map(SectionView::id).toList(), first, last));
    }
    return Worths.of(weighing, term);
  }

  private static Set<UUID> walkthroughs(List<DeliveryView> up) {
    return up.stream().flatMap(d -> d.walkthrough().stream()).collect(Collectors.toSet());
  }

  private List<Placed> placed(
      SectionView section,
      Standing standing,
      Known known,
      LocalDate shown,
      List<UUID> first,
      Instant now) {
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    Set<UUID> up =
        standing.up(section.id()).stream()
            .flatMap(d -> d.tasks().stream())
            .collect(Collectors.toSet());
    return listedOf(standing, section.id(), now).stream()
        .flatMap(d -> d.tasks().stream())
        .distinct()
        .filter(id -> up.contains(id) || known.handed().containsKey(id))
        .map(id -> There.in(known.tasks(), id).in(section.id()))
        .map(
            task -> {
              Standing.Due due = standing.due(task, section).orElseThrow();
              return new Placed(
                  task, due, day(task, due, section, known), first.indexOf(task.id()) + 1);
            })
        .filter(
            p -> {
              LocalDate day = p.day();
              boolean left = day.isBefore(monday) && !known.ticks().containsKey(p.task().id());
              boolean improves =
                  p.task().sheet().handIn().isPresent()
                      && p.due().improve().filter(i -> !Edge.isOver(i, now)).isPresent();
              return left || improves || !day.isBefore(monday);
            })
        .sorted(
            Comparator.comparing((Placed p) -> p.first() == 0)
                .thenComparing(Placed::first)
                .thenComparing(Placed::day)
                .thenComparing(p -> p.task().position()))
        .toList();
  }

  /** The day of its section, or an earlier one on which a part of it is due that is not done. */
  private LocalDate day(TaskView task, Standing.Due due, SectionView section, Known known) {
    DueMoments moments = moments(task, due, section, known);
    Stream<Instant> parts =
        moments.earlierParts().stream()
            .filter(p -> !known.ticks().containsKey(task.id()) && !known.ways().contains(p.way()))
            .map(DueMoments.Part::at);
    Stream<Instant> answer =
        moments.firstAnswer().stream().filter(at -> !known.answered().contains(task.id()));
    return Stream.concat(parts, answer)
        .map(section.calendar()::dateOf)
        .filter(due.day()::isAfter)
        .min(LocalDate::compareTo)
        .orElse(due.day());
  }

  private static DueMoments moments(
      TaskView task, Standing.Due due, SectionView section, Known known) {
    return due.moments(task.sheet(), Optional.ofNullable(known.rounds().get(task.id())), section);
  }

  private Optional<ListedTask.Round> round(TaskView task, DueMoments moments, Known known) {
    return moments
        .firstAnswer()
        .map(
            by -> {
              boolean answered = known.answered().contains(task.id());
              return new ListedTask.Round(
                  by, answered, !answered && Edge.isOver(by, clock.instant()));
            });
  }

  private List<ListedTask> listed(
      SectionView section,
      List<Placed> week,
      List<Step> steps,
      Map<UUID, Integer> numbers,
      Known known,
      Standing standing,
      Optional<LocalDate> today) {
    Map<UUID, ListedTask.Group> groups = groups(week, known, today);
    Optional<ListedTask.Group> group = Optional.empty();
    Set<UUID> here = week.stream().map(p -> p.task().id()).collect(Collectors.toSet());
    Map<UUID, List<String>> opening = opening(week, steps, numbers, known);
    List<ListedTask> listed = new ArrayList<>();
    for (Placed p : week) {
      TaskSheet sheet = p.task().sheet();
      Optional<ListedTask.Group> before = group;
      group = Optional.ofNullable(groups.get(p.task().id()));
      Optional<Instant> ticked = Optional.ofNullable(known.ticks().get(p.task().id()));
      Instant due = p.due().at();
      Optional<Instant> opensAt =
          sheet
              .opens()
              .at(p.due().day(), section.meets(), section.calendar())
              .filter(clock.instant()::isBefore);
      boolean asksWord =
          sheet.opens() == Opens.WHEN_THE_WORD_IS_GIVEN && !known.opened().contains(p.task().id());
      List<ListedTask.Wait> waitsFor =
          step(p, known).waitsFor(steps).stream()
              .map(
                  t ->
                      new ListedTask.Wait(
                          here.contains(t)
                              ? String.valueOf(numbers.get(t))
                              : "\u201c" + There.in(known.tasks(), t).title() + "\u201d",
                          how(t, known)))
              .toList();
      Optional<DeliveryView> delivery = standing.delivery(p.task().id(), section.id());
      DueMoments moments = moments(p.task(), p.due(), section, known);
      listed.add(
          new ListedTask(
              listed.size() + 1,
              p.task(),
              section.id(),
              p.due().day(),
              due,
              delivery.flatMap(d -> d.moments().closesAt()),
              delivery.filter(DeliveryView::up).isEmpty(),
              p.due().improve(),
              ticked,
              group,
              group.isPresent()
                  && !group.equals(before)
                  && !(listed.size() > 0 && week.get(listed.size() - 1).first() > 0),
              state(sheet, ticked, due, !waitsFor.isEmpty() || opensAt.isPresent() || asksWord),
              Edge.isOver(due, clock.instant()),
              Optional.of(p.day()).filter(p.due().day()::isAfter),
              opening.getOrDefault(p.task().id(), List.of()),
              waitsFor,
              opensAt,
              asksWord && ticked.isEmpty(),
              handed(p.task().id(), known),
              Optional.ofNullable(known.explained().get(p.task().id())),
              ways(sheet, moments, known),
              round(p.task(), moments, known),
              papers(sheet, Edge.isOver(due, clock.instant()), known),
              worth(section, sheet, known),
              delivery
                  .map(d -> known.told().lately(d.id(), p.task(), due, clock.instant()))
                  .orElse(List.of())));
    }
    return listed;
  }

  private static Optional<ListedTask.Handed> handed(UUID task, Known known) {
    return Optional.ofNullable(known.handed().get(task))
        .flatMap(
            v ->
                v.begun()
                    .map(
                        at ->
                            new ListedTask.Handed(
                                at, v.id(), known.answeredWork().contains(v.id()))));
  }

  private static ListedTask.How how(UUID task, Known known) {
    return known.rounds().containsKey(task)
        ? ListedTask.How.ANSWERED
        : There.in(known.tasks(), task).sheet().handIn().isPresent()
            ? ListedTask.How.HANDED_IN
            : ListedTask.How.TICKED;
  }

  /** The numbers of the tasks that wait until one is ticked. */
  private static Map<UUID, List<String>> opening(
      List<Placed> week, List<Step> steps, Map<UUID, Integer> numbers, Known known) {
    Map<UUID, List<String>> opening = new HashMap<>();
    for (Placed p : week) {
      step(p, known)
          .waitsFor(steps)
          .forEach(
              t ->
                  opening
                      .computeIfAbsent(t, first -> new ArrayList<>())
                      .add(String.valueOf(numbers.get(p.task().id()))));
    }
    return opening;
  }

  /**
   * Why the tasks of the week of today come where they do. Earlier days stand together as long as
   * anything of them is open; what is done of them else needs no word, nor does a day that is all
   * there is.
   */
  private static Map<UUID, ListedTask.Group> groups(
      List<Placed> week, Known known, Optional<LocalDate> today) {
    Map<UUID, ListedTask.Group> groups = new HashMap<>();
    if (today.isEmpty()) {
      return groups;
    }
    LocalDate day = today.get();
    List<Placed> usual = week.stream().filter(p -> p.first() == 0).toList();
    boolean left =
        usual.stream()
            .filter(p -> p.day().isBefore(day))
            .anyMatch(p -> !known.ticks().containsKey(p.task().id()));
    for (Placed p : usual) {
      int before = p.day().compareTo(day);
      if (before >= 0 || left) {
        groups.put(
            p.task().id(),
            before < 0
                ? ListedTask.Group.STILL_OPEN
                : before == 0 ? ListedTask.Group.TODAY : ListedTask.Group.AHEAD);
      }
    }
    boolean several = left || Set.copyOf(groups.values()).size() > 1;
    return several ? groups : Map.of();
  }

  private List<ListedTask.Way> ways(TaskSheet sheet, DueMoments moments, Known known) {
    return sheet.board().stream()
        .flatMap(b -> b.ways().stream())
        .map(
            w -> {
              boolean done = known.ways().contains(w.id());
              Optional<Instant> due = moments.part(w.id());
              return new ListedTask.Way(
                  w.id(),
                  w.text(),
                  done,
                  known.chosen().contains(w.id()),
                  due,
                  !done && due.filter(at -> Edge.isOver(at, clock.instant())).isPresent(),
                  w.stop().map(known.explainedWays()::get));
            })
        .toList();
  }

  /** What is to be read, and once it is due, how it is done. */
  private static List<ListedTask.Paper> papers(TaskSheet sheet, boolean isOver, Known known) {
    return Stream.concat(
            sheet.handouts().stream()
                .map(h -> new ListedTask.Paper(h, known.papers().getOrDefault(h, ""), false)),
            sheet.keys().stream()
                .filter(h -> isOver)
                .map(h -> new ListedTask.Paper(h, known.papers().getOrDefault(h, ""), true)))
        .filter(p -> known.papers().containsKey(p.id()))
        .sorted(Comparator.comparing(ListedTask.Paper::title))
        .toList();
  }

  private static String worth(SectionView section, TaskSheet sheet, Known known) {
    OptionalDouble share = known.worths().share(section.id(), sheet);
    return share.isPresent() ? Wording.share(share.getAsDouble()) : "";
  }

  private ListedTask.State state(
      TaskSheet sheet, Optional<Instant> ticked, Instant due, boolean locked) {
    if (ticked.isPresent()) {
      return ListedTask.State.DONE;
    }
    if (locked) {
      return ListedTask.State.WAITS;
    }
    return sheet.required() && Edge.isOver(due, clock.instant())
        ? ListedTask.State.LATE
        : ListedTask.State.OPEN;
  }

  /** Where the posted walkthroughs explain the tasks; the first stop counts. */
  private Map<UUID, ListedTask.Explained> explained(Set<UUID> taskIds, Set<UUID> walkthroughs) {
    Map<UUID, ListedTask.Explained> explained = new HashMap<>();
    if (walkthroughs.isEmpty()) {
      return explained;
    }
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    for (StopView stop : scripts.explaining(taskIds)) {
      explained(stop, current)
          .ifPresent(e -> stop.tasks().forEach(task -> explained.putIfAbsent(task, e)));
    }
    return explained;
  }

  /** Where the posted walkthroughs explain single ways, by the stop. */
  private Map<UUID, ListedTask.Explained> explainedWays(
      Collection<TaskView> posted, Set<UUID> walkthroughs) {
    Set<UUID> stops =
        posted.stream()
            .flatMap(t -> t.sheet().board().stream())
            .flatMap(b -> b.ways().stream())
            .flatMap(w -> w.stop().stream())
            .collect(Collectors.toSet());
    Map<UUID, ListedTask.Explained> explained = new HashMap<>();
    if (!stops.isEmpty() && !walkthroughs.isEmpty()) {
      Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
      scripts
          .among(stops)
          .forEach(stop -> explained(stop, current).ifPresent(e -> explained.put(stop.id(), e)));
    }
    return explained;
  }

  private static Optional<ListedTask.Explained> explained(
      StopView stop, Map<UUID, Scores.Info> current) {
    Scores.Info score = current.get(stop.walkthrough());
    Optional<Span> span = score == null ? Optional.empty() : score.order().programOf(stop.id());
    return span.map(
        s ->
            new ListedTask.Explained(
                stop.walkthrough(), stop.id(), stop.number(), s.startMs(), s.endMs()));
  }
}
