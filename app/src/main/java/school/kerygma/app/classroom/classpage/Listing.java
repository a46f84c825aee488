package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.classroom.results.Promises;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.DueMoments;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.Step;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.SchoolCalendar;

/** Puts what is up into the order of doing, week after week, as a student stands with it. */
final class Listing {

  /** How long what was handed in stays on the list after its task has closed. */
  private static final Duration CLOSED_SHOWN = Duration.ofDays(7);

  /**
   * A task on its day.
   *
   * @param day on which it is listed: that of its section, or an earlier one on which a part of it
   *     is due that is not done
   * @param first its place among those that come first on the shown day, from 1; 0 if it does not
   */
  record Placed(TaskView task, Standing.Due due, LocalDate day, int first) {

    LocalDate monday() {
      return SchoolCalendar.mondayOf(day);
    }
  }

  private final Clock clock;

  Listing(Clock clock) {
    this.clock = clock;
  }

  /** What is up in a section, and what has closed lately: who has handed it in finds it there. */
  static List<DeliveryView> listedOf(Standing standing, UUID section, Instant now) {
    return Stream.concat(
            standing.up(section).stream(),
            standing.closed(section, now.minus(CLOSED_SHOWN)).stream())
        .toList();
  }

  List<ListedWeek> weeks(
      SectionView section,
      List<Placed> placed,
      List<SessionView> held,
      ListLookups.Known known,
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
  private static List<Step> steps(
      SectionView section, List<Placed> placed, ListLookups.Known known) {
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

  private static Step step(Placed p, ListLookups.Known known) {
    return step(p.task(), p.due().day(), known);
  }

  private static Step step(TaskView task, LocalDate day, ListLookups.Known known) {
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

  List<Placed> placed(
      SectionView section,
      Standing standing,
      ListLookups.Known known,
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
  private LocalDate day(
      TaskView task, Standing.Due due, SectionView section, ListLookups.Known known) {
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
      TaskView task, Standing.Due due, SectionView section, ListLookups.Known known) {
    return due.moments(task.sheet(), Optional.ofNullable(known.rounds().get(task.id())), section);
  }

  private Optional<ListedTask.Round> round(
      TaskView task, DueMoments moments, ListLookups.Known known) {
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
      ListLookups.Known known,
      Standing standing,
      Optional<LocalDate> today) {
    Map<UUID, ListedTask.Group> groups = DayGroups.of(week, known, today);
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

  private static Optional<ListedTask.Handed> handed(UUID task, ListLookups.Known known) {
    return Optional.ofNullable(known.handed().get(task))
        .flatMap(
            v ->
                v.begun()
                    .map(
                        at ->
                            new ListedTask.Handed(
                                at,
                                v.id(),
                                known.answeredWork().contains(v.id()),
                                Optional.ofNullable(
                                    known.promised().get(new Promises.Key(task, v.section()))))));
  }

  private static ListedTask.How how(UUID task, ListLookups.Known known) {
    return known.rounds().containsKey(task)
        ? ListedTask.How.ANSWERED
        : There.in(known.tasks(), task).sheet().handIn().isPresent()
            ? ListedTask.How.HANDED_IN
            : ListedTask.How.TICKED;
  }

  /** The numbers of the tasks that wait until one is ticked. */
  private static Map<UUID, List<String>> opening(
      List<Placed> week, List<Step> steps, Map<UUID, Integer> numbers, ListLookups.Known known) {
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

  private List<ListedTask.Way> ways(TaskSheet sheet, DueMoments moments, ListLookups.Known known) {
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
  private static List<ListedTask.Paper> papers(
      TaskSheet sheet, boolean isOver, ListLookups.Known known) {
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

  private static String worth(SectionView section, TaskSheet sheet, ListLookups.Known known) {
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
}
