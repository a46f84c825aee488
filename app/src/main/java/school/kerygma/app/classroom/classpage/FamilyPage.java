package school.kerygma.app.classroom.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.app.classroom.notes.Note;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.school.sections.SectionView;

/**
 * What the page of a family shows: all children together, who is late first.
 *
 * @param now at which it is shown
 */
record FamilyPage(List<Child> children, LocalDate today, Instant now) {

  /** A child's row. */
  record Child(
      UUID id,
      String name,
      List<TaskLists.SectionList> sections,
      long late,
      long open,
      long done) {}

  /**
   * A task in the week of all children; the same of several who stand alike with it is one line.
   * What is done was done by each on a day of their own.
   *
   * @param whose the children's names; nothing where there is one child
   */
  record Line(ListedTask task, TaskLists.SectionList list, List<String> whose) {

    private boolean isLike(ListedTask other, SectionView section) {
      return task.task().id().equals(other.task().id())
          && list.section().id().equals(section.id())
          && !task.done()
          && task.state() == other.state()
          && task.over() == other.over()
          && task.handed().isEmpty()
          && other.handed().isEmpty()
          && task.ways().equals(other.ways())
          && task.round().equals(other.round());
    }

    /** Late first, then what is to do, then what is done; each by when it is due. */
    private int turn() {
      return task.late() || task.missed() ? 0 : task.done() ? 2 : 1;
    }
  }

  /** A session in the week of all children. */
  record Held(SessionView session, SectionView section, List<String> whose) {}

  /** A week of all children together. */
  record Week(LocalDate monday, List<Held> held, List<Line> lines) {

    public boolean isEmpty() {
      return held.isEmpty() && lines.isEmpty();
    }
  }

  /** The week of today, and those after it of which something is up already. */
  public List<Week> weeks() {
    Map<LocalDate, Week> weeks = new TreeMap<>();
    for (Child child : children) {
      List<String> whose = children.size() > 1 ? List.of(child.name()) : List.of();
      for (TaskLists.SectionList list : child.sections()) {
        for (ListedWeek w : list.weeks()) {
          Week week =
              weeks.computeIfAbsent(
                  w.monday(), m -> new Week(m, new ArrayList<>(), new ArrayList<>()));
          w.heldFrom(today).forEach(s -> hold(week, s, list.section(), whose));
          w.tasks().forEach(t -> add(week, t, list, whose));
        }
      }
    }
    weeks
        .values()
        .forEach(
            w -> {
              w.lines().sort(Comparator.comparing(Line::turn).thenComparing(l -> l.task().due()));
              w.held()
                  .sort(
                      Comparator.comparing((Held h) -> h.session().sheet().day())
                          .thenComparing(h -> h.session().sheet().starts()));
            });
    return List.copyOf(weeks.values());
  }

  private static void add(
      Week week, ListedTask task, TaskLists.SectionList list, List<String> whose) {
    for (int i = 0; i < week.lines().size(); i++) {
      Line line = week.lines().get(i);
      if (line.isLike(task, list.section())) {
        week.lines().set(i, new Line(line.task(), line.list(), together(line.whose(), whose)));
        return;
      }
    }
    week.lines().add(new Line(task, list, whose));
  }

  private static void hold(
      Week week, SessionView session, SectionView section, List<String> whose) {
    for (int i = 0; i < week.held().size(); i++) {
      Held held = week.held().get(i);
      if (held.session().id().equals(session.id())) {
        week.held().set(i, new Held(session, section, together(held.whose(), whose)));
        return;
      }
    }
    week.held().add(new Held(session, section, whose));
  }

  private static List<String> together(List<String> some, List<String> others) {
    return Stream.concat(some.stream(), others.stream()).distinct().sorted().toList();
  }

  /** In which sections the children sit. */
  Set<UUID> sections() {
    return children.stream()
        .flatMap(c -> c.sections().stream())
        .map(list -> list.section().id())
        .collect(Collectors.toSet());
  }

  /** The lines to families that hold now. */
  public List<String> lines(TaskLists.SectionList list) {
    return list.up().reversed().stream()
        .map(d -> d.toFamiliesAt(now))
        .filter(line -> !line.isEmpty())
        .distinct()
        .toList();
  }

  /** What can be watched, each once. */
  public List<DeliveryView> watchable(TaskLists.SectionList list) {
    return list.up().stream().filter(d -> d.walkthrough().isPresent()).toList();
  }

  /** Of some notes those about a child in a section. */
  public List<Note> notes(List<Note> all, Child child, TaskLists.SectionList list) {
    return all.stream()
        .filter(n -> n.student().equals(child.id()) && n.section().equals(list.section().id()))
        .toList();
  }
}
