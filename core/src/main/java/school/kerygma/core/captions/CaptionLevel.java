package school.kerygma.core.captions;

import java.util.List;

/**
 * How fast captions may be for whom (DCMP Captioning Key, from memory); which grades count as which
 * level is common practice.
 *
 * @param most words a minute
 */
public record CaptionLevel(Name name, int most) {

  /** The levels of the captioning key. */
  public enum Name {
    LOWER,
    MIDDLE,
    UPPER
  }

  public static final CaptionLevel LOWER = new CaptionLevel(Name.LOWER, 130);
  public static final CaptionLevel MIDDLE = new CaptionLevel(Name.MIDDLE, 140);
  public static final CaptionLevel UPPER = new CaptionLevel(Name.UPPER, 160);

  /** From the slowest. */
  public static List<CaptionLevel> all() {
    return List.of(LOWER, MIDDLE, UPPER);
  }

  public static CaptionLevel of(Name name) {
    return switch (name) {
      case LOWER -> LOWER;
      case MIDDLE -> MIDDLE;
      case UPPER -> UPPER;
    };
  }

  private static final int LAST_LOWER = 3;
  private static final int LAST_MIDDLE = 8;

  /**
   * The level of a school grade.
   *
   * @param grade 1 to 12
   */
  public static CaptionLevel ofGrade(int grade) {
    return grade <= LAST_LOWER ? LOWER : grade <= LAST_MIDDLE ? MIDDLE : UPPER;
  }
}
