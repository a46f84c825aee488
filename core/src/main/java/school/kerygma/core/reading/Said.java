package school.kerygma.core.reading;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases.Found;

/**
 * What is said beside a date, which stands in it as {@value #DATE}.
 *
 * @param before what stands before the date in its own stretch
 * @param after what stands after it
 * @param sentence all of the sentence up to the end of the stretch
 * @param quote the words of the date itself
 */
record Said(String before, String after, String sentence, String quote) {

  static final String DATE = "@";

  private static final Pattern JOINT =
      Lexicon.of(
          ",? (?:and|but|so|because|since|then|while) (?=(?:i|we|you|it|he|she|they|the|your|our|this|that|my|i'll|we'll|i'm|don't|do not|please) )|,(?= (?:i|we|you|it|they|the|your|our|i'll|we'll|please) )|[;:\u2013\u2014]");

  /** A text as it is read: one kind of apostrophe, and no mark of its own where a date stands. */
  static String plain(String written) {
    return written.replace('\u2019', '\'').replace(DATE, "\uff20");
  }

  static Said of(String text, Sentence sentence, int i, Corrections corrections) {
    Found date = sentence.dates().get(i);
    Corrections.Lead lead = corrections.leads().get(date);
    int to = sentence.to(text, i);
    String before =
        lead == null
            ? text.substring(sentence.from(text, i), date.start())
            : text.substring(lead.from(), lead.to());
    String up =
        lead == null
            ? text.substring(sentence.start(), date.start())
            : text.substring(lead.from(), lead.to());
    String after = text.substring(date.end(), Math.max(date.end(), to));
    return new Said(before, after, up + DATE + after, text.substring(date.start(), date.end()));
  }

  /** What is said beside any words of a sentence. */
  static Said beside(String text, Sentence sentence, int start, int end) {
    String before = text.substring(sentence.start(), start);
    String after = text.substring(end, sentence.end());
    return new Said(before, after, before + DATE + after, text.substring(start, end));
  }

  static Said ofNoDate(String text, Sentence sentence) {
    String all = text.substring(sentence.start(), sentence.end());
    return new Said(all, "", all, "");
  }

  /**
   * Only the clause in which the date stands: what is said before and after it is another thought.
   */
  Said near() {
    int from = 0;
    Matcher joint = JOINT.matcher(before);
    while (joint.find()) {
      from = joint.end();
    }
    Matcher next = JOINT.matcher(after);
    return new Said(
        before.substring(from),
        next.find() ? after.substring(0, next.start()) : after,
        sentence,
        quote);
  }

  /** The date's own stretch. */
  String stretch() {
    return before + DATE + after;
  }
}
