package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.proof.Matter.Side;

/**
 * What a talk explains: each part of a paper, each task and each criterion of a rubric with the
 * stops that speak of it, seconds against points.
 *
 * @param suggestions stops that speak of a task without being tied to it
 */
public record Coverage(List<Line> lines, List<Suggestion> suggestions) {

  /** What a line is about. */
  public enum Of {
    TASK,
    PART,
    CRITERION
  }

  /**
   * A thing that is to be explained.
   *
   * @param points what it is worth, if that is known
   * @param stops the numbers of those that explain it, ascending
   * @param ms how long they are; a stop that explains several things of a kind is shared by them
   * @param apart whether two stops say different numbers of it
   */
  public record Line(
      Of of,
      String name,
      Optional<BigDecimal> points,
      List<Integer> stops,
      long ms,
      boolean apart) {

    public boolean explained() {
      return !stops.isEmpty();
    }
  }

  /** "Stop 3 speaks of 'Load table': tie it?" */
  public record Suggestion(UUID stop, int number, UUID task, String title) {}

  /** Numbers of one thing that two stops should say alike. */
  private static final Set<Fact.Kind> ALIKE =
      EnumSet.of(
          Fact.Kind.POINTS,
          Fact.Kind.TOTAL,
          Fact.Kind.MINUTES,
          Fact.Kind.DUE,
          Fact.Kind.LENGTH_PAGES,
          Fact.Kind.LENGTH_WORDS);

  public Coverage {
    lines = List.copyOf(lines);
    suggestions = List.copyOf(suggestions);
  }

  /**
   * What a talk covers.
   *
   * @param lengths of the stops, in milliseconds
   */
  public static Coverage of(Matter matter, Map<UUID, Long> lengths) {
    List<Matter.Text> stops = matter.of(Side.SAID);
    Map<String, Open> tasks = new LinkedHashMap<>();
    Map<String, Open> parts = new LinkedHashMap<>();
    Map<String, Open> criteria = new LinkedHashMap<>();
    for (Matter.Task task : matter.tasks()) {
      Open open = new Open(task.title(), points(task));
      stops.stream().filter(s -> s.related().contains(task.id())).forEach(open.by::add);
      tasks.put(task.id().toString(), open);
    }
    for (Matter.Paper paper : matter.papers()) {
      for (Outline.Part part : paper.outline().parts()) {
        if (!part.label().isEmpty()) {
          Open open = new Open((part.label() + " " + part.title()).strip(), part.points());
          stops.stream()
              .filter(s -> names(s, part.label()) || shows(s, paper) && speaksOf(s, part.title()))
              .forEach(open.by::add);
          parts.put(paper.handout() + part.label(), open);
        }
      }
      for (Matter.Criterion criterion : paper.criteria()) {
        Open open = new Open(criterion.name(), criterion.points());
        stops.stream().filter(s -> speaksOf(s, criterion.name())).forEach(open.by::add);
        criteria.put(paper.handout() + criterion.name(), open);
      }
    }
    List<Line> lines = new ArrayList<>();
    lines.addAll(lines(Of.TASK, List.copyOf(tasks.values()), lengths));
    lines.addAll(lines(Of.PART, List.copyOf(parts.values()), lengths));
    lines.addAll(lines(Of.CRITERION, List.copyOf(criteria.values()), lengths));
    return new Coverage(lines, suggestions(matter, stops));
  }

  /** A line while the stops are looked through. */
  private record Open(String name, Optional<BigDecimal> points, List<Matter.Text> by) {

    Open(String name, Optional<BigDecimal> points) {
      this(name, points, new ArrayList<>());
    }
  }

  private static List<Line> lines(Of of, List<Open> all, Map<UUID, Long> lengths) {
    Map<UUID, Integer> shared = new HashMap<>();
    all.forEach(o -> o.by().forEach(s -> shared.merge(s.id(), 1, Integer::sum)));
    return all.stream()
        .map(
            o ->
                new Line(
                    of,
                    o.name(),
                    o.points(),
                    o.by().stream().map(Matter.Text::number).toList(),
                    o.by().stream()
                        .mapToLong(
                            s -> lengths.getOrDefault(s.id(), 0L) / shared.getOrDefault(s.id(), 1))
                        .sum(),
                    isApart(o)))
        .toList();
  }

  private static Optional<BigDecimal> points(Matter.Task task) {
    return task.in().stream()
        .flatMap(Optional::stream)
        .flatMap(d -> d.points().stream())
        .findFirst();
  }

  private static boolean names(Matter.Text stop, String label) {
    return stop.told().stream()
        .anyMatch(t -> t.fact().kind() == Fact.Kind.PART && t.value().equals(label));
  }

  private static boolean shows(Matter.Text stop, Matter.Paper paper) {
    return stop.shown().filter(s -> s.handout().equals(paper.handout())).isPresent();
  }

  /** Whether most of the words that carry a title are said. */
  private static boolean speaksOf(Matter.Text stop, String title) {
    Set<String> carrying = Sides.carrying(title);
    Set<String> said = Sides.carrying(stop.words());
    long heard = carrying.stream().filter(said::contains).count();
    return !carrying.isEmpty() && 2 * heard > carrying.size();
  }

  /** In sentences that name it, two stops say one number of a kind each, and not the same. */
  private static boolean isApart(Open open) {
    Map<Fact.Kind, Set<String>> values = new HashMap<>();
    for (Matter.Text stop : open.by()) {
      Map<Fact.Kind, Set<String>> own = new HashMap<>();
      for (Matter.ReadFact told : stop.told()) {
        String sentence = Sides.sentenceAt(stop.words(), told.fact().start(), told.fact().end());
        if (ALIKE.contains(told.fact().kind())
            && !told.asked()
            && Sides.carrying(sentence).containsAll(Sides.carrying(open.name()))) {
          own.computeIfAbsent(told.fact().kind(), k -> new HashSet<>()).add(told.value());
        }
      }
      own.forEach(
          (kind, said) -> {
            if (said.size() == 1) {
              values.computeIfAbsent(kind, k -> new HashSet<>()).addAll(said);
            }
          });
    }
    return values.values().stream().anyMatch(v -> v.size() > 1);
  }

  private static List<Suggestion> suggestions(Matter matter, List<Matter.Text> stops) {
    List<Suggestion> all = new ArrayList<>();
    for (Matter.Text stop : stops) {
      for (Matter.Task task : matter.tasks()) {
        if (!stop.related().contains(task.id())
            && Sides.carrying(task.title()).size() > 1
            && speaksOf(stop, task.title())) {
          all.add(new Suggestion(stop.id(), stop.number(), task.id(), task.title()));
        }
      }
    }
    return all;
  }
}
