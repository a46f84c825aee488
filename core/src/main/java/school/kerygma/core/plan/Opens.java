package school.kerygma.core.plan;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Locale;
import java.util.Optional;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** When a task that can be seen can also be done. */
public enum Opens {
  WITH_ITS_POSTING,
  /** When all required tasks before it in its week are ticked. */
  WHEN_THOSE_BEFORE_ARE_TICKED,
  /** When all tasks that the teacher chose are ticked. */
  WHEN_CHOSEN_ARE_TICKED,
  /** When all other required tasks of the section's term are done, whatever is added later. */
  WHEN_ALL_OTHERS_ARE_DONE,
  /** When all other required tasks of its kind are done, in the section's term. */
  WHEN_ALL_OF_ITS_KIND_ARE_DONE,
  /** When all other required tasks of the weeks of its unit are done. */
  WHEN_ALL_OF_ITS_UNIT_ARE_DONE,
  /** When the word is written that the teacher gives in class. */
  WHEN_THE_WORD_IS_GIVEN,
  ON_ITS_DAY,
  /** When the section meets on its day; where it does not meet, when school begins. */
  WHEN_THE_SECTION_MEETS;

  /** Whether a word is the one that was given, whatever its capitals and blanks. */
  public static boolean isWord(String given, String written) {
    return !given.isBlank() && bare(given).equals(bare(written));
  }

  private static String bare(String word) {
    return word.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /** Whether it waits for all others of a term, a kind or a unit: a rule that lives. */
  public boolean waitsForAll() {
    return this == WHEN_ALL_OTHERS_ARE_DONE
        || this == WHEN_ALL_OF_ITS_KIND_ARE_DONE
        || this == WHEN_ALL_OF_ITS_UNIT_ARE_DONE;
  }

  /** The instant at which the clock opens it; nothing if not the clock does. */
  public Optional<Instant> at(LocalDate day, MeetingPattern meets, SchoolCalendar calendar) {
    return switch (this) {
      case WITH_ITS_POSTING,
          WHEN_THOSE_BEFORE_ARE_TICKED,
          WHEN_CHOSEN_ARE_TICKED,
          WHEN_ALL_OTHERS_ARE_DONE,
          WHEN_ALL_OF_ITS_KIND_ARE_DONE,
          WHEN_ALL_OF_ITS_UNIT_ARE_DONE,
          WHEN_THE_WORD_IS_GIVEN ->
          Optional.empty();
      case ON_ITS_DAY -> Optional.of(calendar.at(day, LocalTime.MIN));
      case WHEN_THE_SECTION_MEETS ->
          meets
              .beginsOn(day, calendar)
              .or(() -> Optional.of(calendar.at(day, calendar.day().begins())));
    };
  }
}
