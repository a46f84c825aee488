package school.kerygma.core.reading;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases.Found;

/**
 * Dates that are taken back in the same breath: "not Friday but Thursday", "on the 9th, I mean the
 * 16th", "moved from Thursday to Friday", "instead of Friday".
 *
 * @param dropped what counts no longer
 * @param leads dates that stand in the place of another, with the words before that
 */
record Corrections(Set<Found> dropped, Map<Found, Lead> leads) {

  /** A stretch of a text. */
  record Lead(int from, int to) {}

  private static final String LED = "(?: (?:on|by|until|due|for|this|the))?\\s*$";
  private static final Pattern INSTEAD_OF =
      Lexicon.of("\\b(?:instead of|rather than|in place of)" + LED);
  private static final Pattern ONLY_NOT = Lexicon.of("\\bnot" + LED);
  private static final Pattern BUT = Lexicon.of("^\\W*(?:but|rather|instead)\\b[^.]{0,30}$");
  private static final Pattern TAKEN_BACK =
      Lexicon.of(
          "^\\W*(?:(?:"
              + Lexicon.TAKEN_BACK
              + ")\\W+)+(?:(?:it's|it is|that's|i|by|on|to|for|the|due|mean|meant|was)\\W+)*$");
  private static final Pattern CHANGED =
      Lexicon.of(
          "\\b(?:chang\\w+|mov\\w+|push\\w+|extend\\w*|extension|postpon\\w+|shift\\w*|put off|brought forward|reschedul\\w+|went|goes)\\b[^.]*\\bfrom\\s*(?:the\\s*)?$");
  private static final Pattern TO = Lexicon.of("^\\W*(?:back |on )?(?:to|until)\\W*(?:the\\s*)?$");

  static Corrections of(String text, List<Sentence> sentences) {
    Set<Found> dropped = new HashSet<>();
    Map<Found, Lead> leads = new HashMap<>();
    Optional<Found> last = Optional.empty();
    int lastFrom = 0;
    for (Sentence sentence : sentences) {
      for (int i = 0; i < sentence.dates().size(); i++) {
        Found date = sentence.dates().get(i);
        int from = i == 0 ? sentence.start() : sentence.from(text, i);
        String before = text.substring(sentence.start(), date.start());
        if (last.isPresent()) {
          Found first = last.get();
          String between = text.substring(first.end(), date.start());
          String lead = text.substring(lastFrom, first.start());
          boolean again = TAKEN_BACK.matcher(between).find();
          boolean notBut = ONLY_NOT.matcher(lead).find() && BUT.matcher(between).find();
          boolean moved = CHANGED.matcher(lead).find() && TO.matcher(between).find();
          if (again || notBut || moved) {
            dropped.add(first);
            Lead of = leads.getOrDefault(first, new Lead(lastFrom, first.start()));
            leads.put(date, notBut ? new Lead(of.from(), withoutNot(text, of)) : of);
          }
        }
        if (INSTEAD_OF.matcher(before).find()) {
          dropped.add(date);
        }
        last = Optional.of(date);
        lastFrom = leads.containsKey(date) ? leads.get(date).from() : from;
      }
    }
    return new Corrections(dropped, leads);
  }

  private static int withoutNot(String text, Lead of) {
    return of.from()
        + ONLY_NOT.matcher(text.substring(of.from(), of.to())).replaceFirst("").length();
  }
}
