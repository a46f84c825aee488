package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * A table that says how work is marked.
 *
 * @param form how it is built
 * @param levels as they stand; none if it has none
 * @param kinds what each place of the table is there for, row by row
 * @param readings what it may be worth; more than one if nobody can tell which is meant
 * @param total what the table itself says is the sum, if it says one
 */
public record Rubric(
    Form form,
    List<Level> levels,
    List<List<Kind>> kinds,
    List<Reading> readings,
    Optional<BigDecimal> total) {

  /** How a rubric is built. */
  public enum Form {
    /** Criteria as rows, levels as columns. */
    CRITERIA,
    /** Levels as rows, criteria as columns. */
    LEVELS,
    /** Levels as rows and nothing else: the best counts. */
    HOLISTIC,
    /** Criteria with their points, and no levels. */
    LIST
  }

  /** What a place of the table is there for. */
  public enum Kind {
    TITLE,
    LEVELS,
    /** A criterion's name. */
    CRITERION,
    /** What a criterion asks. */
    ASKED,
    /** Points, weights and boxes. */
    NUMBER,
    TOTAL,
    NOTHING
  }

  /** What the points of a reading are taken from. */
  public enum Basis {
    /** A column, or a row, of points. */
    COLUMN,
    /** The names of the criteria. */
    NAMES,
    /** The heads of the levels: the best of each criterion. */
    LEVELS,
    /** What stands in the cells of the levels: the best of each criterion. */
    CELLS,
    /** The best level, as often as it weighs. */
    WEIGHTS,
    /** Shares of a whole that is not known. */
    SHARES,
    /** The best level of all. */
    BEST,
    /** What stands over others, not what stands under it. */
    GROUPS
  }

  /**
   * A level.
   *
   * @param points empty if it says none
   */
  public record Level(String name, Optional<Range> points) {}

  /**
   * What a criterion is worth.
   *
   * @param row of its name, from 0
   * @param column of its name, from 0
   * @param points the most it gives; empty if nobody can tell
   * @param extra whether it is given on top, or taken off, and is not part of the sum
   */
  public record Share(
      String name,
      int row,
      int column,
      Optional<BigDecimal> points,
      Optional<Weight> weight,
      boolean extra) {}

  /** One way to read the table. */
  public record Reading(Basis basis, List<Share> shares) {

    public Reading {
      shares = List.copyOf(shares);
    }

    /** What all is worth; empty if something has no points that are known. */
    public Optional<BigDecimal> sum() {
      List<Share> own = shares.stream().filter(s -> !s.extra()).toList();
      return own.isEmpty() || own.stream().anyMatch(s -> s.points().isEmpty())
          ? Optional.empty()
          : Optional.of(known());
    }

    /** What those are worth whose points are known. */
    public BigDecimal known() {
      return shares.stream()
          .filter(s -> !s.extra())
          .flatMap(s -> s.points().stream())
          .reduce(BigDecimal.ZERO, BigDecimal::add);
    }

    /** How many count. */
    public int criteria() {
      return (int) shares.stream().filter(s -> !s.extra()).count();
    }

    /** How many of them have no points that are known. */
    public int unknown() {
      return (int) shares.stream().filter(s -> !s.extra() && s.points().isEmpty()).count();
    }
  }

  public Rubric {
    levels = List.copyOf(levels);
    kinds = List.copyOf(kinds);
    readings = List.copyOf(readings);
  }

  /**
   * Reads a grid as a rubric.
   *
   * @return nothing if it is none: it has neither points nor levels
   */
  public static Optional<Rubric> of(Grid grid) {
    return RubricReader.read(grid);
  }

  /** What it is worth; empty if that cannot be known, or is a question. */
  public Optional<BigDecimal> sum() {
    return readings.size() == 1 ? readings.getFirst().sum() : Optional.empty();
  }

  /** The same with one of its readings alone; nothing if it has none such. */
  public Optional<Rubric> readAs(Basis basis) {
    return readings.stream()
        .filter(r -> r.basis() == basis)
        .findFirst()
        .map(r -> new Rubric(form, levels, kinds, List.of(r), total));
  }

  /** Whether more than one reading is possible. */
  public boolean asks() {
    return readings.size() > 1;
  }

  /** Whether the table says another sum than its rows have, however it is read. */
  public boolean disagrees() {
    return total.isPresent()
        && readings.stream().anyMatch(r -> r.sum().isPresent())
        && readings.stream()
            .noneMatch(r -> r.sum().filter(s -> s.compareTo(total.get()) == 0).isPresent());
  }
}
