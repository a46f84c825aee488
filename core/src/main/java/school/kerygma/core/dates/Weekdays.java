package school.kerygma.core.dates;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.time.SchoolCalendar;

/** Weekdays: "Friday", "next Monday", "Tuesday of next week". */
final class Weekdays implements Family {

  private static final Pattern OTHER_WEEK =
      Phrase.of(
          "\\b(?:(?<w>"
              + Phrase.WEEKDAY
              + ")\\s+(?:of\\s+)?(?:next|the\\s+following|the\\s+coming)\\s+week|next\\s+week(?:'s|,)?\\s+(?:on\\s+)?(?<v>"
              + Phrase.WEEKDAY
              + "))");

  private static final Pattern WEEKDAY_ALONE =
      Phrase.of(
          "\\b(?:(?<q>next|this|coming|following)\\s+)?(?<w>"
              + Phrase.WEEKDAY
              + ")(?!\\w|-(?!"
              + Phrase.WEEKDAY
              + "))");

  /** "The quiz was Tuesday" speaks of the last one. */
  private static final Pattern WAS =
      Phrase.of("\\b(?:was|were|happened|took\\s+place|ended)\\s+(?:on\\s+|due\\s+)?$");

  /** "If you were absent on Tuesday", "what we began Monday": perhaps the last one. */
  private static final Pattern MAYBE_WAS =
      Phrase.of(
          "\\b(?:was|were|had|did|missed|absent|got|gave|took|made|saw|went|began|left|started|came|heard|told|said|talked|spoke|wrote|(?:i|we|you|they|he|she|it|who|class)\\s+(?:\\w+\\s+)?\\w{2,}ed)\\b[^.;:!?,\\n]{0,40}$");

  /** "On Friday we finished the mural." */
  private static final Pattern THEN_WAS =
      Phrase.of(
          "\\s*,?\\s*(?:i|we|you|they|he|she|it|class|the\\s+\\w+|our\\s+\\w+|your\\s+\\w+)\\s+(?:\\w+ly\\s+|all\\s+)?(?:was|were|had|did|missed|got|gave|took|made|saw|went|began|left|started|came|heard|told|said|talked|spoke|wrote|\\w{2,}ed)\\b");

  private static final Pattern AHEAD =
      Phrase.of("\\b(?:due|by|until|before|will|shall|must|should|to\\s+be|next|is|are)\\b");

  private static final Pattern UNTIL =
      Phrase.of("\\.?\\s*(?:[-\u2013]|to|through|thru|until|till)\\s*");

  private static final Pattern AND =
      Phrase.of("\\.?\\s*(?:,\\s*(?:and\\s|or\\s)?|[&/]|and\\b|or\\b)\\s*");

  /** Days within so many characters are spoken of together. */
  private static final int ONE_THOUGHT = 80;

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    Phrase.collect(OTHER_WEEK, text, days, m -> otherWeek(m, reference.today()));
    List<Phrase.Day> alone = new ArrayList<>();
    Phrase.collect(WEEKDAY_ALONE, text, alone, m -> alone(m, text, reference.today()));
    for (int i = 0; i < alone.size(); i++) {
      if (i > 0) {
        alone.set(i, beside(text, alone.get(i - 1), alone.get(i)));
      }
    }
    days.addAll(alone);
  }

  /**
   * "Monday through Wednesday" ends after it has begun; of "next Tuesday and Wednesday" the second
   * is most likely the one that follows.
   */
  private static Phrase.Day beside(String text, Phrase.Day before, Phrase.Day day) {
    String between = text.substring(before.end(), day.start());
    boolean until = UNTIL.matcher(between).matches();
    LocalDate after = onOrAfter(before.date(), day.date().getDayOfWeek());
    if (after.equals(day.date())) {
      return day;
    }
    if (!until && !AND.matcher(between).matches()) {
      // "Act I by Monday, Act III by Friday": what is named later is later, most likely.
      boolean earlier = day.date().isBefore(before.date()) && between.length() < ONE_THOUGHT;
      return earlier && day.open() == null ? day.asked() : day;
    }
    return new Phrase.Day(
        day.start(),
        day.end(),
        after,
        day.said(),
        until ? day.open() : DatePhrases.Doubt.AMBIGUOUS,
        day.ofDay());
  }

  private static Phrase.Day otherWeek(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(Phrase.said(m));
    return new Phrase.Day(
        m.start(), m.end(), SchoolCalendar.mondayOf(today).plusWeeks(1).with(said), said);
  }

  /** "Friday" is the one to come, today included; "next Friday" that of the next week. */
  private static Phrase.Day alone(Matcher m, String text, LocalDate now) {
    DayOfWeek said = Objects.requireNonNull(Phrase.weekday(m.group("w")));
    String which = Objects.requireNonNullElse(m.group("q"), "").toLowerCase(Locale.ROOT);
    boolean past = WAS.matcher(text.substring(0, m.start())).find();
    if (!which.equals("next")) {
      boolean later = which.equals("coming") || which.equals("following");
      LocalDate from = past ? now.minusDays(7) : later ? now.plusDays(1) : now;
      LocalDate date = onOrAfter(from, said);
      boolean was = !past && which.isEmpty() && maybeWas(text, m);
      // Who means today says so more often than by its name.
      boolean today = date.equals(now) && !which.equals("this");
      return new Phrase.Day(
          m.start(), m.end(), date, said, today || was ? DatePhrases.Doubt.AMBIGUOUS : null, false);
    }
    LocalDate date = SchoolCalendar.mondayOf(now).plusWeeks(1).with(said);
    boolean ambiguous = said.compareTo(now.getDayOfWeek()) > 0;
    return new Phrase.Day(
        m.start(), m.end(), date, said, ambiguous ? DatePhrases.Doubt.AMBIGUOUS : null, false);
  }

  private static boolean maybeWas(String text, Matcher m) {
    if (THEN_WAS.matcher(text).region(m.end(), text.length()).lookingAt()) {
      return true;
    }
    String before = text.substring(0, m.start());
    Matcher was = MAYBE_WAS.matcher(before);
    return was.find() && !AHEAD.matcher(before.substring(was.start())).find();
  }

  static LocalDate onOrAfter(LocalDate today, DayOfWeek day) {
    return today.plusDays((day.getValue() - today.getDayOfWeek().getValue() + 7) % 7);
  }
}
