package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.Locale;

/**
 * Due rules in writing: "day 23:59", "next-meeting", "school-end", "meeting 2", "week THU 20:00",
 * "at 2026-10-02T02:59:00Z".
 */
public final class DueRuleText {

  private DueRuleText() {}

  /**
   * Reads what {@link #write} writes.
   *
   * @throws IllegalArgumentException for anything else
   */
  public static DueRule read(String text) {
    String[] parts = text.strip().split("\\s+");
    try {
      return switch (parts[0]) {
        case "day" -> new DueRule.OnTheDay(LocalTime.parse(parts[1]));
        case "next-meeting" -> new DueRule.BeforeTheNextMeeting();
        case "school-end" -> new DueRule.EndOfSchoolDay();
        case "meeting" -> new DueRule.NthMeeting(Integer.parseInt(parts[1]));
        case "week" -> new DueRule.DayOfPlanWeek(weekday(parts[1]), LocalTime.parse(parts[2]));
        case "at" -> new DueRule.Fixed(Instant.parse(parts[1]));
        default -> throw new IllegalArgumentException(text);
      };
    } catch (RuntimeException e) {
      throw new IllegalArgumentException("No rule for when work is due: " + text, e);
    }
  }

  private static DayOfWeek weekday(String text) {
    return Arrays.stream(DayOfWeek.values())
        .filter(day -> abbreviated(day).equals(text.toUpperCase(Locale.ROOT)))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException(text));
  }

  private static String abbreviated(DayOfWeek day) {
    return day.name().substring(0, 3);
  }

  /** A rule in writing. */
  public static String write(DueRule rule) {
    return switch (rule) {
      case DueRule.OnTheDay on -> "day " + on.time();
      case DueRule.BeforeTheNextMeeting before -> "next-meeting";
      case DueRule.EndOfSchoolDay end -> "school-end";
      case DueRule.NthMeeting meeting -> "meeting " + meeting.n();
      case DueRule.DayOfPlanWeek week -> "week " + abbreviated(week.day()) + " " + week.time();
      case DueRule.Fixed fixed -> "at " + fixed.at();
    };
  }
}
