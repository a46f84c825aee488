package school.kerygma.core.dates;

import java.time.LocalDate;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** In which order somebody writes the two numbers of a date: "9/10". */
public enum DayOrder {
  MONTH_FIRST,
  DAY_FIRST,
  UNKNOWN;

  private static final Pattern PAIR =
      Pattern.compile("(?<![\\d/.])(\\d{1,2})/(\\d{1,2})(?:/\\d{2,4})?(?![\\d/])");

  /**
   * What somebody said that a date means.
   *
   * @param quote the words of the date
   */
  public record Answer(String quote, LocalDate meant) {

    private DayOrder order() {
      Matcher pair = PAIR.matcher(quote);
      if (!pair.find()) {
        return UNKNOWN;
      }
      int first = Integer.parseInt(pair.group(1));
      int second = Integer.parseInt(pair.group(2));
      boolean month = first == meant.getMonthValue() && second == meant.getDayOfMonth();
      boolean day = second == meant.getMonthValue() && first == meant.getDayOfMonth();
      return month == day ? UNKNOWN : month ? MONTH_FIRST : DAY_FIRST;
    }
  }

  /** How somebody writes who gave these answers; unknown if they differ. */
  public static DayOrder of(Collection<Answer> answers) {
    Set<DayOrder> told = EnumSet.noneOf(DayOrder.class);
    answers.forEach(a -> told.add(a.order()));
    told.remove(UNKNOWN);
    return told.size() == 1 ? told.iterator().next() : UNKNOWN;
  }
}
