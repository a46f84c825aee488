package school.kerygma.core.text;

import java.text.BreakIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Splits a text into sentences, in order, each without the blanks around it. */
public final class Sentences {

  /** Abbreviations after which a full stop does not end the sentence. */
  private static final Set<String> ABBREVIATIONS =
      Set.of(
          "mr.", "ms.", "mrs.", "dr.", "st.", "p.", "pp.", "no.", "vs.", "e.g.", "i.e.", "etc.",
          "a.m.", "p.m.", "jan.", "feb.", "mar.", "apr.", "jun.", "jul.", "aug.", "sep.", "sept.",
          "oct.", "nov.", "dec.", "fig.");

  private Sentences() {}

  public static List<String> of(String text) {
    return spans(text).stream().map(s -> words(text, s)).filter(s -> !s.isEmpty()).toList();
  }

  /** The sentence that holds a place of a text; empty if none does. */
  public static String at(String text, int place) {
    return spans(text).stream()
        .filter(s -> s.from() <= place && place < s.to())
        .findFirst()
        .map(s -> words(text, s))
        .orElse("");
  }

  private record Stretch(int from, int to) {}

  private static List<Stretch> spans(String text) {
    BreakIterator breaks = BreakIterator.getSentenceInstance(Locale.US);
    breaks.setText(text);
    List<Stretch> all = new ArrayList<>();
    int begun = breaks.first();
    int from = begun;
    for (int to = breaks.next(); to != BreakIterator.DONE; from = to, to = breaks.next()) {
      if (!endsInAbbreviation(text.substring(begun, to), text, to)) {
        all.add(new Stretch(begun, to));
        begun = to;
      }
    }
    if (begun < from) {
      all.add(new Stretch(begun, from));
    }
    return all;
  }

  private static String words(String text, Stretch of) {
    return text.substring(of.from(), of.to()).strip().replaceAll("\\s+", " ");
  }

  private static boolean endsInAbbreviation(String open, String text, int next) {
    String soFar = open.strip().toLowerCase(Locale.ROOT);
    String last = soFar.substring(soFar.lastIndexOf(' ') + 1);
    if (!ABBREVIATIONS.contains(last) || next >= text.length() || open.contains("\n\n")) {
      return false;
    }
    // "a.m." and "p.m." do end a sentence when a capital follows.
    return !(last.endsWith("m.") && last.length() == 4 && Character.isUpperCase(text.charAt(next)));
  }
}
