package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * A rubric as work is marked by it: its criteria, each with what its levels ask and give. Points
 * that the table does not say are not guessed: they are then typed.
 *
 * @param criteria in the order of the table
 */
public record MarkedBy(List<Criterion> criteria) {

  /**
   * A criterion.
   *
   * @param most the points it gives at the most; empty if nobody can tell
   * @param extra whether it is given on top and is not part of the whole
   * @param levels as they stand in the table; none if it has none
   */
  public record Criterion(
      String name, Optional<BigDecimal> most, boolean extra, List<Level> levels) {

    public Criterion {
      levels = List.copyOf(levels);
    }

    /**
     * The level above another: what it asks would bring it. Levels without points are ranked by
     * what they are called at their ends, "very good" and "not yet" for example; where they do not
     * say, nobody can tell.
     */
    public Optional<Level> above(String level) {
      List<Level> best = bestFirst();
      for (int i = 1; i < best.size(); i++) {
        if (best.get(i).name().equals(level)) {
          return Optional.of(best.get(i - 1));
        }
      }
      return Optional.empty();
    }

    /**
     * The level that points bring: the best whose least points they reach, or else the lowest.
     * Where a level has no points, nobody can tell.
     */
    public Optional<Level> reached(BigDecimal points) {
      if (levels.stream().anyMatch(l -> l.points().isEmpty())) {
        return Optional.empty();
      }
      List<Level> best =
          levels.stream()
              .sorted(Comparator.comparing((Level l) -> l.points().orElseThrow().low()).reversed())
              .toList();
      return best.stream()
          .filter(l -> l.points().orElseThrow().low().compareTo(points) <= 0)
          .findFirst()
          .or(() -> best.isEmpty() ? Optional.empty() : Optional.of(best.getLast()));
    }

    private List<Level> bestFirst() {
      if (levels.size() > 1 && levels.stream().allMatch(l -> l.points().isPresent())) {
        return levels.stream()
            .sorted(Comparator.comparing((Level l) -> l.points().orElseThrow().high()).reversed())
            .toList();
      }
      if (levels.size() < 2) {
        return List.of();
      }
      boolean falling = BEST.matches(levels.getFirst()) || LEAST.matches(levels.getLast());
      boolean rising = BEST.matches(levels.getLast()) || LEAST.matches(levels.getFirst());
      return falling == rising ? List.of() : falling ? levels : levels.reversed();
    }
  }

  /**
   * A level of a criterion.
   *
   * @param asks what stands in its cell; empty if nothing does
   * @param points empty if the table does not say them
   */
  public record Level(String name, String asks, Optional<Range> points) {}

  /** What the best level, or the least, is called. Common practice. */
  private record End(Pattern words) {
    boolean matches(Level level) {
      return words.matcher(level.name()).find();
    }
  }

  private static final End BEST =
      new End(
          Pattern.compile(
              "(?i)\\b(?:very good|excellent|outstanding|exemplary|exceeds|exceeding|advanced|strong|superior|a\\+?)\\b"));
  private static final End LEAST =
      new End(
          Pattern.compile(
              "(?i)\\b(?:not yet|beginning|beginner|weak|poor|missing|needs|unsatisfactory|insufficient|emerging|incomplete)\\b"));

  public MarkedBy {
    criteria = List.copyOf(criteria);
  }

  /** What all is worth; empty if a criterion has no points that are known. */
  public Optional<BigDecimal> most() {
    List<Criterion> own = criteria.stream().filter(c -> !c.extra()).toList();
    return own.isEmpty() || own.stream().anyMatch(c -> c.most().isEmpty())
        ? Optional.empty()
        : Optional.of(
            own.stream().map(c -> c.most().orElseThrow()).reduce(BigDecimal.ZERO, BigDecimal::add));
  }

  /**
   * How work is marked by a rubric. Where its points can be read in several ways, none are taken.
   *
   * @param grid the table that was read
   */
  public static MarkedBy of(Rubric rubric, Grid grid) {
    boolean sure = rubric.readings().size() == 1;
    Optional<Rubric.Reading> reading = rubric.readings().stream().findFirst();
    if (rubric.form() == Rubric.Form.HOLISTIC) {
      return new MarkedBy(List.of(holistic(rubric)));
    }
    List<Criterion> criteria = new ArrayList<>();
    for (Rubric.Share share : reading.map(Rubric.Reading::shares).orElse(List.of())) {
      boolean across = rubric.form() != Rubric.Form.LEVELS;
      List<Integer> lines = lines(rubric, grid, across);
      List<String> asks =
          IntStream.range(0, rubric.levels().size())
              .mapToObj(
                  i ->
                      lines.isEmpty()
                          ? ""
                          : across
                              ? grid.text(share.row(), lines.get(i))
                              : grid.text(lines.get(i), share.column()))
              .map(String::strip)
              .toList();
      List<Optional<Range>> points = points(rubric, reading.orElseThrow(), share, asks);
      List<Level> levels = new ArrayList<>();
      for (int i = 0; i < rubric.levels().size(); i++) {
        Rubric.Level level = rubric.levels().get(i);
        levels.add(
            new Level(
                level.name().isBlank() ? number(level, i) : level.name().strip(),
                asks.get(i),
                sure ? points.get(i) : Optional.empty()));
      }
      criteria.add(
          new Criterion(
              share.name().strip(),
              sure ? share.points() : Optional.empty(),
              share.extra(),
              levels));
    }
    return new MarkedBy(criteria);
  }

  private static String number(Rubric.Level level, int at) {
    return level.points().map(p -> p.high().toPlainString()).orElse("" + (at + 1));
  }

  private static Criterion holistic(Rubric rubric) {
    Optional<BigDecimal> most =
        rubric.levels().stream()
            .flatMap(l -> l.points().stream())
            .map(Range::high)
            .max(BigDecimal::compareTo);
    return new Criterion(
        "",
        most,
        false,
        IntStream.range(0, rubric.levels().size())
            .mapToObj(
                i -> {
                  Rubric.Level level = rubric.levels().get(i);
                  return new Level(
                      level.name().isBlank() ? number(level, i) : level.name().strip(),
                      "",
                      level.points());
                })
            .toList());
  }

  /**
   * The columns, or the rows, in which the levels stand, in their order; none if one is not found.
   */
  private static List<Integer> lines(Rubric rubric, Grid grid, boolean columns) {
    int rows = rubric.kinds().size();
    int across = rows == 0 ? 0 : rubric.kinds().getFirst().size();
    List<Integer> heads =
        IntStream.range(0, columns ? rows : across)
            .filter(
                head ->
                    IntStream.range(0, columns ? across : rows)
                        .anyMatch(
                            i ->
                                rubric.kinds().get(columns ? head : i).get(columns ? i : head)
                                    == Rubric.Kind.LEVELS))
            .boxed()
            .toList();
    List<Integer> lines = new ArrayList<>();
    int line = 0;
    for (Rubric.Level level : rubric.levels()) {
      while (line < (columns ? across : rows) && !says(grid, heads, line, level, columns)) {
        line++;
      }
      if (line == (columns ? across : rows)) {
        return List.of();
      }
      lines.add(line++);
    }
    return lines;
  }

  private static boolean says(
      Grid grid, List<Integer> heads, int line, Rubric.Level level, boolean columns) {
    String text =
        heads.stream()
            .map(h -> columns ? grid.text(h, line) : grid.text(line, h))
            .map(String::strip)
            .filter(t -> !t.isEmpty())
            .distinct()
            .collect(Collectors.joining(" "));
    PointsText.Head head = PointsText.head(text);
    return !text.isEmpty()
        && (level.name().isBlank()
            ? head.points().equals(level.points())
            : head.name().strip().equals(level.name().strip())
                || text.equals(level.name().strip()));
  }

  /**
   * The points of each level of a criterion. They are taken from where the table says them, if the
   * best of them is what the criterion gives.
   */
  private static List<Optional<Range>> points(
      Rubric rubric, Rubric.Reading reading, Rubric.Share share, List<String> asks) {
    List<Optional<Range>> heads = rubric.levels().stream().map(Rubric.Level::points).toList();
    if (reading.basis() == Rubric.Basis.WEIGHTS) {
      return heads.stream()
          .map(p -> share.weight().filter(w -> !w.percent()).flatMap(w -> p.map(r -> times(r, w))))
          .toList();
    }
    List<Optional<Range>> cells = asks.stream().map(PointsText::cell).toList();
    for (List<Optional<Range>> said : List.of(cells, heads)) {
      boolean whole = !said.isEmpty() && said.stream().allMatch(Optional::isPresent);
      Optional<BigDecimal> best =
          said.stream().flatMap(Optional::stream).map(Range::high).max(BigDecimal::compareTo);
      if (whole && best.flatMap(b -> share.points().filter(p -> p.compareTo(b) == 0)).isPresent()) {
        return said;
      }
    }
    return heads.stream().map(p -> Optional.<Range>empty()).toList();
  }

  private static Range times(Range points, Weight weight) {
    return new Range(points.low().multiply(weight.value()), points.high().multiply(weight.value()));
  }
}
