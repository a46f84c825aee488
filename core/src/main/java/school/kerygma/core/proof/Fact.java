package school.kerygma.core.proof;

import java.util.List;
import school.kerygma.core.dates.DatePhrases;

/**
 * Something a text says.
 *
 * @param start where the words begin in the text
 * @param end where they end
 * @param quote the words themselves
 * @param value what they mean, in one writing for all ways of saying it: a date as 2026-10-16T23:59
 *     (or its own words if it is not understood), a number as 25 or 2.5, pages as 86-87 or 4, 7, a
 *     length as 300 or 250-300, a part as "Part 2"
 * @param doubts what should be looked at, of dates
 */
public record Fact(
    Kind kind, int start, int end, String quote, String value, List<DatePhrases.Doubt> doubts) {

  /** What a fact is about. */
  public enum Kind {
    /** When work is due. */
    DUE,
    /** Any other date. */
    DATE,
    /** Points of all of it. */
    TOTAL,
    /** Points of a part. */
    POINTS,
    /** Points that are taken off. */
    OFF,
    /** Points that are given on top. */
    EXTRA,
    MINUTES,
    /** Pages to look up. */
    PAGES,
    /** How many pages to write. */
    LENGTH_PAGES,
    /** How many words to write. */
    LENGTH_WORDS,
    /** The heading of a part. */
    PART,
    /** The number of an instruction. */
    STEP,
    /** The name of a section that the teacher teaches. */
    SECTION,
    /** What looks like the name of a section, and is none of the teacher's. */
    OTHER_SECTION,
    LINK;

    /** Whether it is a day: what is due then may be read otherwise than before. */
    public boolean isDay() {
      return this == DUE || this == DATE;
    }
  }
}
