package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import school.kerygma.app.plan.planning.WeekCopy;

/**
 * A walkthrough was brought along with the work that it explains.
 *
 * @param walkthrough the copy
 * @param pairs whose work has gone to whom
 * @param weeks the Mondays to which the work of others has gone
 * @param explained the first Monday of what it explains, before
 */
public record UnitBrought(
    UUID walkthrough,
    List<WeekCopy.Pair> pairs,
    Map<LocalDate, LocalDate> weeks,
    LocalDate explained) {}
