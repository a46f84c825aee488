package school.kerygma.core.result;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import school.kerygma.core.plan.PointsFor;

/**
 * Points that a task gives by its own rule, without anybody looking at it. What a teacher gives
 * stands before them.
 *
 * @param by the rule, never {@link PointsFor#WORK}
 * @param points that count, rounded to tenths, a half up
 * @param answers what was answered; empty if the points are for being done
 * @param late percent that it cost to be late, 0 to 100
 */
public record Ungiven(PointsFor by, BigDecimal points, Optional<Answers> answers, int late) {

  private static final BigDecimal HUNDRED = new BigDecimal(100);

  /**
   * What a student answered to the questions of a task.
   *
   * @param right answered right
   * @param asked all questions
   * @param earned points of the questions answered right
   * @param most points of all questions; 0 if none gives points: then each counts alike
   * @param tried questions that were answered at all
   */
  public record Answers(int right, int asked, int earned, int most, int tried) {

    public static final Answers NONE = new Answers(0, 0, 0, 0, 0);

    /** Those of two together. */
    public Answers and(Answers other) {
      return new Answers(
          right + other.right,
          asked + other.asked,
          earned + other.earned,
          most + other.most,
          tried + other.tried);
    }
  }

  /**
   * Points for being done.
   *
   * @param late percent that it costs to have done it when it was done
   */
  public static Ungiven done(int points, int late) {
    return new Ungiven(
        PointsFor.DONE,
        tenths(BigDecimal.valueOf(points).multiply(BigDecimal.valueOf(100 - late)), HUNDRED),
        Optional.empty(),
        late);
  }

  /**
   * Points for what was answered right: once all was answered, or as it stands when it is due.
   *
   * @return nothing if it is not time yet, or if nothing is asked
   */
  public static Optional<Ungiven> answered(int points, Answers answers, boolean over) {
    if (answers.asked() == 0 || !over && answers.tried() < answers.asked()) {
      return Optional.empty();
    }
    boolean weighed = answers.most() > 0;
    BigDecimal got = BigDecimal.valueOf(weighed ? answers.earned() : answers.right());
    BigDecimal most = BigDecimal.valueOf(weighed ? answers.most() : answers.asked());
    return Optional.of(
        new Ungiven(
            PointsFor.CHECKS,
            tenths(BigDecimal.valueOf(points).multiply(got), most),
            Optional.of(answers),
            0));
  }

  private static BigDecimal tenths(BigDecimal of, BigDecimal by) {
    BigDecimal exact = of.divide(by, 1, RoundingMode.HALF_UP).stripTrailingZeros();
    return exact.scale() < 0 ? exact.setScale(0) : exact;
  }
}
