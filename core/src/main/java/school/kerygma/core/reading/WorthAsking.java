package school.kerygma.core.reading;

import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases.Doubt;
import school.kerygma.core.dates.DatePhrases.Found;
import school.kerygma.core.time.SchoolCalendar;

/**
 * What of a date on which nothing is due is worth a question, and whether it is of the class at
 * all: a teacher who is asked about the year 1670, or about the day that the sheet itself calls a
 * holiday, does not read the next question.
 */
final class WorthAsking {

  /** "There is no school on Monday": it says itself that nobody is there. */
  private static final Pattern CLOSED =
      Lexicon.of(
          "\\b(?:no (?:school|class(?:es)?|lessons?)|closed|holidays?|(?:long )?weekend|break|vacation|days? off|in-?service|p\\.?[ad]\\.? days?|professional (?:development|learning)|staff (?:development|training)|teacher (?:workday|training)|inset|half-?term|recess|thanksgiving|labou?r day|victoria day)\\b");

  /** What was, or is told, is not this term's. */
  private static final Pattern OF_OLD =
      Lexicon.of(
          "\\b(?:last (?:year|spring|summer|fall|autumn|winter|term|semester)(?:'s)?|(?:years?|centur(?:y|ies)) ago)\\b|@\\W{0,3}(?:\\d{1,4} )?(?:bce?|ad|ce)\\b");

  private static final Pattern ASKS = Pattern.compile("\\?\\W*$");

  private static final Set<DayOfWeek> WEEKEND = Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);

  /** What lies further before the term is a date of a story, or of history. */
  private static final int DAYS_BEFORE = 21;

  private static final int DAYS_AFTER = 183;

  private WorthAsking() {}

  /** "Closes Sunday, October 4": who names the day knows that nobody is at school. */
  static boolean isWeekendByName(Found date) {
    return date.said().filter(WEEKEND::contains).isPresent()
        && !date.doubts().contains(Doubt.WRONG_WEEKDAY);
  }

  /** Whether a date on which nothing is due is one of this class, this year. */
  static boolean isOfClass(Said said, Found date, SchoolCalendar calendar) {
    return !OF_OLD.matcher(said.sentence()).find()
        && !date.date().isBefore(calendar.firstMonday().minusDays(DAYS_BEFORE))
        && !date.date().isAfter(calendar.end().plusDays(DAYS_AFTER));
  }

  /** What is to be asked of a date on which nothing is due. */
  static List<Doubt> of(Said said, String sentence, Found date) {
    List<Doubt> doubts = new ArrayList<>(date.doubts());
    doubts.removeIf(Doubt::isOfReading); // Nothing rests on it, so that nobody need be asked.
    doubts.removeIf(d -> d == Doubt.PASSED || d == Doubt.AFTER_THE_TERM);
    if (CLOSED.matcher(sentence).find() || ASKS.matcher(sentence).find() || isWeekendByName(date)) {
      doubts.remove(Doubt.WITHOUT_SCHOOL);
    }
    return doubts;
  }
}
