package school.kerygma.core.handin;

/**
 * What handing in late costs.
 *
 * @param perDay percent of the points for each school day, 0 to 100
 * @param most percent that it costs at the most, 0 to 100
 */
public record LateRule(int perDay, int most) {

  /** Late work is called late, and costs nothing. */
  public static final LateRule NONE = new LateRule(0, 0);

  /**
   * @throws IllegalArgumentException if a number is out of its range
   */
  public LateRule {
    if (perDay < 0 || perDay > 100 || most < 0 || most > 100) {
      throw new IllegalArgumentException("0 to 100 percent");
    }
    most = perDay == 0 ? 0 : Math.max(perDay, most);
  }

  /** Percent of the points that so many school days cost. */
  public int costs(int schoolDays) {
    return Math.min(most, perDay * schoolDays);
  }
}
