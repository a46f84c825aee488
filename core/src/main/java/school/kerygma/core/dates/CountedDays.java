package school.kerygma.core.dates;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Days counted from today or from a weekday, and those with a name: "tomorrow", "in two weeks", "3
 * school days from Friday".
 */
final class CountedDays implements Family {

  private static final Pattern NAMED =
      Phrase.of("\\b(?<k>day after tomorrow|tomorrow|tonight|today)\\b");

  private static final Pattern FROM =
      Phrase.of(
          "\\b(?:in\\s+)?"
              + Phrase.COUNT
              + "\\s+(?<u>school\\s+days?|days?|weeks?)\\s+(?:from|on(?=\\s+(?:this\\s+|next\\s+)?(?:mon|tue|wed|thu|fri|sat|sun)))\\s+(?:(?<k>today|tomorrow|now)|(?:(?:this|next)\\s+)?(?<w>"
              + Phrase.WEEKDAY
              + "))");

  private static final Pattern IN =
      Phrase.of("\\bin\\s+" + Phrase.COUNT + "\\s+(?<u>school\\s+days?|days?|weeks?)\\b");

  private static final Pattern OF_WORK =
      Phrase.of(
          "\\b(?:due|hand(?:ed)?|turn(?:ed)?|submit(?:ted)?|bring|finish|read|test|quiz|exam|ready|back|class|meet|opens?|closes?|starts?|begins?|ends?|deadline|homework|task|project|essay|report)\\b");

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    Phrase.collect(NAMED, text, days, m -> named(m, reference.today()));
    Phrase.collect(FROM, text, days, m -> from(m, reference));
    Phrase.collect(
        IN,
        text,
        days,
        m ->
            counted(m, reference.today(), reference, null)
                .likely(isOfWork(text, m.start(), m.end())));
  }

  /** Bread goes stale in three days too. */
  private static boolean isOfWork(String text, int start, int end) {
    String before = text.substring(Math.max(0, start - 48), start);
    String sentence =
        before.substring(Math.max(before.lastIndexOf('.'), before.lastIndexOf('\n')) + 1);
    boolean alone =
        sentence.isBlank() && !text.substring(end).stripLeading().matches("(?s)[a-z].*");
    return alone || OF_WORK.matcher(sentence).find();
  }

  private static Phrase.Day named(Matcher m, LocalDate today) {
    String word = Objects.requireNonNull(m.group("k")).toLowerCase(Locale.ROOT);
    int ahead = word.equals("tomorrow") ? 1 : word.startsWith("day") ? 2 : 0;
    return new Phrase.Day(
        m.start(), m.end(), today.plusDays(ahead), null, null, word.equals("tonight"));
  }

  private static Phrase.Day from(Matcher m, DatePhrases.Reference reference) {
    DayOfWeek said = Phrase.weekday(m.group("w"));
    LocalDate today =
        "tomorrow".equalsIgnoreCase(m.group("k"))
            ? reference.today().plusDays(1)
            : reference.today();
    LocalDate base = said == null ? today : Weekdays.onOrAfter(today, said);
    return counted(m, base, reference, null);
  }

  private static Phrase.Day counted(
      Matcher m, LocalDate base, DatePhrases.Reference reference, @Nullable DayOfWeek said) {
    String text = Objects.requireNonNull(m.group("n")).toLowerCase(Locale.ROOT);
    int count =
        text.matches("\\d+")
            ? Integer.parseInt(text)
            : text.equals("a")
                ? 1
                : List.of(
                            "one", "two", "three", "four", "five", "six", "seven", "eight", "nine",
                            "ten")
                        .indexOf(text)
                    + 1;
    String unit = Objects.requireNonNull(m.group("u")).toLowerCase(Locale.ROOT);
    LocalDate date = base;
    if (unit.startsWith("school")) {
      for (int i = 0; i < count; i++) {
        date = reference.calendar().schoolDayAfter(date);
      }
    } else {
      date = unit.startsWith("week") ? base.plusWeeks(count) : base.plusDays(count);
    }
    return new Phrase.Day(m.start(), m.end(), date, said);
  }
}
