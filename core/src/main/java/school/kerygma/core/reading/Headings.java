package school.kerygma.core.reading;

import java.util.regex.Pattern;
import school.kerygma.core.reading.DueSense.Sense;

/** What a heading says of the dates below it: "Due dates:" and then a list. */
final class Headings {

  private static final Pattern DUE =
      Lexicon.of(
          "^\\W*(?:due(?: dates?)?|deadlines?|hand[- ]in(?: dates?)?|what is due(?: when)?|when (?:it|things|work) (?:is|are) due)\\W*$");

  private static final Pattern PERHAPS =
      Lexicon.of(
          "^\\W*(?:(?:important|key|other) dates?|dates to remember|(?:[\\w'-]+ ){0,4}(?:time ?line|check ?points|milestones)|schedule)\\W*$");

  private static final Pattern WORD = Pattern.compile("[\\p{L}\\d]+");

  /** More words than these are no item of a list. */
  private static final int ITEM = 8;

  private Headings() {}

  /**
   * What holds from here on.
   *
   * @param line which has no date
   * @param before what held so far
   */
  static Sense under(String line, Sense before) {
    if (DUE.matcher(line).matches()) {
      return Sense.SURE;
    }
    if (PERHAPS.matcher(line).matches()) {
      return Sense.ASK;
    }
    return WORD.matcher(line).results().count() > ITEM ? Sense.NOT : before;
  }

  /** What is concluded of an item of a list, from what it says itself and what stands above. */
  static Sense sense(Said said, Sense own, Sense heading) {
    boolean item =
        WORD.matcher(said.before() + " " + said.after()).results().count() <= ITEM
            && !DueSense.isDenied(said);
    return item && own != Sense.SURE && heading != Sense.NOT ? heading : own;
  }
}
