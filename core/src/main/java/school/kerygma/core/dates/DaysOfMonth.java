package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A day of the month without its month: "Friday the 16th", "by the 2nd". */
final class DaysOfMonth implements Family {

  private static final Pattern WEEKDAY_THE =
      Phrase.of("\\b(?<w>" + Phrase.WEEKDAY + "),?\\s+the\\s+" + Phrase.ORDINAL_ALONE);

  private static final Pattern THE_DAY =
      Phrase.of(
          "(?<=\\b(?:by|on|due|until|till|before|from|to|through|mean|meant|but|not|than|is|was)\\s)the\\s+"
              + Phrase.ORDINAL_ALONE
              + "(?!\\s+(?:grade|century|time|row|part|page|step|of|chapter|line|paragraph|verse|floor|question|problem|item|scene|act|stanza|power|degree|place))");

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    Phrase.collect(
        WEEKDAY_THE, text, days, m -> ofMonth(m, reference, Phrase.weekday(m.group("w"))));
    Phrase.collect(THE_DAY, text, days, m -> ofMonth(m, reference, null));
  }

  /** A day of the month: the next one, or one that passed less than a week ago. */
  private static Phrase.Day ofMonth(
      Matcher m, DatePhrases.Reference reference, @Nullable DayOfWeek said) {
    int day = Phrase.dayOfMonth(java.util.Objects.requireNonNull(m.group("d")));
    LocalDate from = reference.today().minusDays(6);
    YearMonth month = YearMonth.from(from);
    while (!month.isValidDay(day) || month.atDay(day).isBefore(from)) {
      month = month.plusMonths(1);
      if (day < 1 || day > 31) {
        throw new DateTimeException("No such day");
      }
    }
    LocalDate first = month.atDay(day);
    // "Friday the 30th" is the next 30th that is a Friday, if one comes within a quarter.
    for (int i = 0; said != null && i < 3; i++) {
      YearMonth later = month.plusMonths(i);
      if (later.isValidDay(day) && later.atDay(day).getDayOfWeek() == said) {
        return new Phrase.Day(m.start(), m.end(), later.atDay(day), said);
      }
    }
    Phrase.Day found = new Phrase.Day(m.start(), m.end(), first, said);
    // Who says "on the 30th" on the 30th may mean the next one.
    return said == null && first.equals(reference.today()) ? found.asked() : found;
  }
}
