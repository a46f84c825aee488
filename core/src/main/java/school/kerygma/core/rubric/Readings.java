package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import school.kerygma.core.rubric.Rubric.Basis;
import school.kerygma.core.rubric.Rubric.Reading;
import school.kerygma.core.rubric.Rubric.Share;
import school.kerygma.core.text.Amounts;

/** The ways to add up a table of criteria. */
final class Readings {

  /**
   * How plainly a table speaks of points.
   *
   * @param heads whether the heads of its levels say that their numbers are points
   * @param doubtfulColumn whether it has a column of numbers that may be others than the most
   */
  record Says(boolean heads, boolean doubtfulColumn) {}

  private final List<CriterionRow> rows;
  private final Says says;
  private final Optional<BigDecimal> total;

  /**
   * @param total what the table says is the sum
   */
  Readings(List<CriterionRow> rows, Says says, Optional<BigDecimal> total) {
    this.rows = rows;
    this.says = says;
    this.total = total;
  }

  private Stream<CriterionRow> each() {
    return rows.stream().flatMap(r -> Stream.concat(Stream.of(r), r.under.stream()));
  }

  /** The readings that are possible; where the table says its sum, the one that it means. */
  List<Reading> all() {
    List<Reading> ways = new ArrayList<>();
    boolean levelsSaySo = each().anyMatch(r -> r.cellsSaySo && r.cells.isPresent()) || says.heads();
    boolean names = each().anyMatch(r -> r.named.isPresent());
    boolean weighs = each().anyMatch(r -> r.weight.filter(w -> !w.percent()).isPresent());
    boolean shares = each().anyMatch(r -> r.weight.filter(Weight::percent).isPresent());
    if (each().anyMatch(r -> r.points.isPresent())) {
      way(ways, Basis.COLUMN, r -> r.points.or(() -> r.named).or(() -> weighed(r)));
    }
    if (names) {
      way(ways, Basis.NAMES, r -> r.named.or(() -> r.points).or(() -> weighed(r)));
    }
    boolean rivals = ways.isEmpty() || levelsSaySo || weighs || says.doubtfulColumn();
    if (rivals || total.isPresent()) {
      boolean only = ways.isEmpty();
      Basis basis = weighs ? Basis.WEIGHTS : shares ? Basis.SHARES : Basis.LEVELS;
      int before = ways.size();
      boolean differ =
          each()
              .anyMatch(
                  r ->
                      r.cells.isPresent()
                          && r.level.isPresent()
                          && r.cells.get().compareTo(r.level.get()) != 0);
      way(ways, differ && basis == Basis.LEVELS ? Basis.CELLS : basis, Readings::weighed);
      if (differ) {
        way(ways, Basis.LEVELS, r -> weighed(r, r.level.or(() -> r.cells)));
      }
      // Levels that say nothing are no other reading of a table that says its points.
      if (!only && ways.size() > before && ways.getLast().sum().isEmpty()) {
        ways.removeLast();
      }
      if (weighs && total.isPresent()) {
        way(ways, Basis.LEVELS, r -> r.cells.or(() -> r.level));
      }
    }
    return meant(ways, rivals);
  }

  private List<Reading> meant(List<Reading> ways, boolean rivals) {
    if (total.isPresent()) {
      Optional<Reading> meant =
          ways.stream()
              .filter(w -> w.sum().filter(x -> x.compareTo(total.get()) == 0).isPresent())
              .findFirst();
      if (meant.isPresent()) {
        return List.of(meant.get());
      }
    }
    List<Reading> open = new ArrayList<>();
    for (Reading way : ways) {
      boolean same = open.stream().anyMatch(o -> o.known().compareTo(way.known()) == 0);
      boolean levels = way.basis() == Basis.LEVELS && !open.isEmpty();
      if (!same && !(levels && !rivals)) {
        open.add(way);
      }
    }
    return open;
  }

  /** What stands over others counts once: with what it says itself, or with what they say. */
  private void way(
      List<Reading> ways, Basis basis, Function<CriterionRow, Optional<BigDecimal>> worth) {
    List<Share> under = new ArrayList<>();
    List<Share> over = new ArrayList<>();
    boolean differ = false;
    for (CriterionRow row : rows) {
      if (row.under.isEmpty()) {
        if (!row.section || row.hasOwn()) {
          under.add(share(row, worth.apply(row)));
          over.add(share(row, worth.apply(row)));
        }
        continue;
      }
      List<Share> own = row.under.stream().map(r -> share(r, worth.apply(r))).toList();
      boolean known = own.stream().allMatch(s -> s.points().isPresent());
      Optional<BigDecimal> says = row.named.or(() -> row.points);
      boolean theirs = row.under.stream().anyMatch(r -> r.hasOwn() || r.cells.isPresent());
      if (says.isPresent() && (!known || !theirs)) {
        under.add(share(row, says));
        over.add(share(row, says));
      } else {
        under.addAll(own);
        if (says.isPresent()) {
          differ |=
              says.get()
                      .compareTo(
                          CriteriaTable.sum(
                              own.stream().flatMap(s -> s.points().stream()).toList()))
                  != 0;
          over.add(share(row, says));
        } else {
          over.addAll(own);
        }
      }
    }
    ways.add(new Reading(basis, under));
    if (differ) {
      ways.add(new Reading(Basis.GROUPS, over));
    }
  }

  private static Share share(CriterionRow row, Optional<BigDecimal> points) {
    return new Share(
        row.name, row.row, row.column, points.map(Amounts::plain), row.weight, row.extra);
  }

  /** The best level, as often as it weighs; of a share of an unknown whole nothing is known. */
  private static Optional<BigDecimal> weighed(CriterionRow row) {
    return weighed(row, row.cells.or(() -> row.level));
  }

  private static Optional<BigDecimal> weighed(CriterionRow row, Optional<BigDecimal> best) {
    if (row.weight.isEmpty()) {
      return best;
    }
    Weight weight = row.weight.get();
    return weight.percent() ? Optional.empty() : best.map(b -> b.multiply(weight.value()));
  }
}
