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
    BreakIterator breaks = BreakIterator.getSentenceInstance(Locale.US);
    breaks.setText(text);
    List<String> sentences = new ArrayList<>();
    StringBuilder open = new StringBuilder();
    int from = breaks.first();
    for (int to = breaks.next(); to != BreakIterator.DONE; from = to, to = breaks.next()) {
      open.append(text, from, to);
      if (!endsInAbbreviation(open, text, to)) {
        add(open, sentences);
      }
    }
    add(open, sentences);
    return List.copyOf(sentences);
  }

  private static void add(StringBuilder open, List<String> sentences) {
    String sentence = open.toString().strip().replaceAll("\\s+", " ");
    if (!sentence.isEmpty()) {
      sentences.add(sentence);
    }
    open.setLength(0);
  }

  private static boolean endsInAbbreviation(CharSequence open, String text, int next) {
    String soFar = open.toString().strip().toLowerCase(Locale.ROOT);
    String last = soFar.substring(soFar.lastIndexOf(' ') + 1);
    if (!ABBREVIATIONS.contains(last)
        || next >= text.length()
        || open.toString().contains("\n\n")) {
      return false;
    }
    // "a.m." and "p.m." do end a sentence when a capital follows.
    return !(last.endsWith("m.") && last.length() == 4 && Character.isUpperCase(text.charAt(next)));
  }
}
