package school.kerygma.core.result;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import school.kerygma.core.plan.Grading;

/**
 * The mark of a term, as it comes of what work got: points of what there was to get, kind by kind,
 * each kind by its weight. What is not due yet and has nothing counts for nothing; what is due and
 * has nothing counts as 0 of it, unless it is excused. Kinds without anything yet leave their
 * weight to the others. Common practice of weighted categories.
 *
 * @param kinds by their names, in the order of the grading
 * @param percent of the whole, 0 to 100 and above where extra points are given; empty if nothing
 *     counts yet
 */
public record TermMark(Map<String, OfKind> kinds, Optional<BigDecimal> percent) {

  private static final MathContext EXACT = MathContext.DECIMAL64;
  private static final BigDecimal HUNDRED = new BigDecimal(100);

  /** How work stands that counts for the mark. */
  public enum State {
    /** It has its points. */
    GIVEN,
    /** It counts for nothing, neither for nor against. */
    EXCUSED,
    /** It is due, and nothing came. */
    MISSING,
    /** It came and was not looked at, or is not due yet. */
    OPEN
  }

  /**
   * A task as one student stands with it.
   *
   * @param kind of its points; empty if it has none
   * @param points it got; counted only if they are given
   * @param outOf what there is to get; 0 for what only adds points
   */
  public record Item(String kind, State state, BigDecimal points, BigDecimal outOf) {

    public static Item given(String kind, String points, String outOf) {
      return new Item(kind, State.GIVEN, new BigDecimal(points), new BigDecimal(outOf));
    }

    boolean counts() {
      return state == State.GIVEN || state == State.MISSING;
    }

    BigDecimal got() {
      return state == State.GIVEN ? points : BigDecimal.ZERO;
    }

    private BigDecimal share() {
      return outOf.signum() == 0 ? BigDecimal.ZERO : got().divide(outOf, EXACT);
    }
  }

  /**
   * What a kind comes to.
   *
   * @param points that were got
   * @param outOf what there was to get
   * @param share points of what there was, from 0; empty if nothing counts yet
   * @param weight percent of the whole that the grading gives it
   * @param scaled the same on the kind's scale, "3.2" of 4 for example; empty without a scale
   */
  public record OfKind(
      BigDecimal points,
      BigDecimal outOf,
      Optional<BigDecimal> share,
      int weight,
      Optional<BigDecimal> scaled) {}

  /** Computes it. */
  public static TermMark of(Grading grading, Collection<Item> items) {
    Map<String, OfKind> kinds = new LinkedHashMap<>();
    BigDecimal sum = BigDecimal.ZERO;
    int weights = 0;
    for (Grading.Kind kind : grading.kinds()) {
      List<Item> own =
          counted(
              items.stream().filter(i -> i.kind().equalsIgnoreCase(kind.name())).toList(),
              kind.best() == 0 ? Integer.MAX_VALUE : kind.best());
      OfKind of = ofKind(own, kind.weight(), kind.scale());
      kinds.put(kind.name(), of);
      if (of.share().isPresent()) {
        sum = sum.add(of.share().get().multiply(new BigDecimal(kind.weight()), EXACT));
        weights += kind.weight();
      }
    }
    if (grading.kinds().isEmpty()) {
      OfKind all = ofKind(counted(List.copyOf(items), Integer.MAX_VALUE), 100, 0);
      return new TermMark(
          kinds, all.share().map(s -> s.multiply(HUNDRED).setScale(2, RoundingMode.HALF_UP)));
    }
    return new TermMark(
        kinds,
        weights == 0
            ? Optional.empty()
            : Optional.of(
                sum.divide(new BigDecimal(weights), EXACT)
                    .multiply(HUNDRED)
                    .setScale(2, RoundingMode.HALF_UP)));
  }

  /** What counts; of those that have a share only the best, and extra points always. */
  private static List<Item> counted(List<Item> all, int best) {
    List<Item> counted = new ArrayList<>(all.stream().filter(Item::counts).toList());
    List<Item> extra = counted.stream().filter(i -> i.outOf().signum() == 0).toList();
    counted.removeAll(extra);
    List<Item> kept =
        new ArrayList<>(
            counted.stream()
                .sorted(Comparator.comparing(Item::share).thenComparing(Item::outOf).reversed())
                .limit(best)
                .toList());
    kept.addAll(extra);
    return kept;
  }

  private static OfKind ofKind(List<Item> counted, int weight, int scale) {
    BigDecimal points = counted.stream().map(Item::got).reduce(BigDecimal.ZERO, BigDecimal::add);
    BigDecimal outOf = counted.stream().map(Item::outOf).reduce(BigDecimal.ZERO, BigDecimal::add);
    Optional<BigDecimal> share =
        outOf.signum() == 0 ? Optional.empty() : Optional.of(points.divide(outOf, EXACT));
    return new OfKind(
        points,
        outOf,
        share,
        weight,
        scale == 0
            ? Optional.empty()
            : share.map(
                s ->
                    TypedPoints.plain(
                        s.multiply(new BigDecimal(scale)).setScale(2, RoundingMode.HALF_UP))));
  }

  /**
   * What is needed in work that is still to come.
   *
   * @param points that bring the mark that is wanted; empty if even all of them do not
   * @param most percent that all of them bring
   */
  public record Needed(Optional<BigDecimal> points, BigDecimal most) {}

  /**
   * What is needed in the rest of the term for a mark.
   *
   * @param kind of the work that is still to come
   * @param outOf what there is to get in it, more than 0
   * @param wanted percent of the whole
   * @return empty if the kind does not count; points in steps of a tenth
   */
  public static Optional<Needed> needed(
      Grading grading, Collection<Item> items, String kind, BigDecimal outOf, BigDecimal wanted) {
    if (!grading.kinds().isEmpty() && grading.kind(kind).isEmpty()) {
      return Optional.empty();
    }
    BigDecimal most = with(grading, items, kind, outOf, outOf);
    if (most.compareTo(wanted) < 0) {
      return Optional.of(new Needed(Optional.empty(), most));
    }
    // More points never bring less: the first tenth that is enough is looked for by halves.
    int low = 0;
    int high = outOf.multiply(BigDecimal.TEN).setScale(0, RoundingMode.CEILING).intValueExact();
    while (low < high) {
      int middle = (low + high) / 2;
      if (with(grading, items, kind, outOf, BigDecimal.valueOf(middle, 1)).compareTo(wanted) < 0) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return Optional.of(
        new Needed(Optional.of(TypedPoints.plain(BigDecimal.valueOf(low, 1).min(outOf))), most));
  }

  private static BigDecimal with(
      Grading grading, Collection<Item> items, String kind, BigDecimal outOf, BigDecimal points) {
    List<Item> all = new ArrayList<>(items);
    all.add(new Item(kind, State.GIVEN, points, outOf));
    return of(grading, all).percent().orElse(BigDecimal.ZERO);
  }
}
