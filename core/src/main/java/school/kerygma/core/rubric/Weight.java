package school.kerygma.core.rubric;

import java.math.BigDecimal;

/**
 * How much a criterion weighs.
 *
 * @param percent whether it is a share of the whole, or else a factor of its points
 */
public record Weight(BigDecimal value, boolean percent) {}
