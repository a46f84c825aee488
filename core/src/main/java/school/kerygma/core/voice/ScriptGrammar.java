package school.kerygma.core.voice;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.SpokenForms;

/**
 * A script as a recognizer's grammar: its sentences one after the other, each of which may be left
 * out, and between two of them anything at all may be said. Written as a finite-state grammar of
 * the CMU Sphinx recognizers. Each word has a name of its own, so that what is heard tells its
 * place.
 */
public final class ScriptGrammar {

  /** What may be said between two sentences. */
  public enum Between {
    /** A dozen phones far from each other: enough where little is added, and soon searched. */
    A_LITTLE(List.of("AA IY UW EH AH S T N L R K M".split(" ")), 0.001),

    /** Anything at all: the phones of American English of the CMU Pronouncing Dictionary. */
    ANYTHING(
        List.of(
            ("AA AE AH AO AW AY B CH D DH EH ER EY F G HH IH IY JH K L M N NG OW OY P R S SH T TH UH"
                    + " UW V W Y Z ZH")
                .split(" ")),
        0.00005);

    private final List<String> phones;
    private final double each;

    Between(List<String> phones, double each) {
      this.phones = phones;
      this.each = each;
    }
  }

  /** How likely a sentence is left out; like those of what is added, tried on spoken examples. */
  private static final double LEFT_OUT = 0.01;

  private static final Pattern NAME = Pattern.compile("s(\\d+)t(\\d+)a\\d+w\\d+");

  /** How words are pronounced, each way as phones parted by blanks. */
  public interface Dictionary {
    List<String> pronunciations(String word);
  }

  /**
   * A word of the script.
   *
   * @param sentence from 0
   * @param token of the sentence, from 0
   */
  public record Place(int sentence, int token) {}

  private final List<List<String>> sentences;
  private final StringBuilder grammar = new StringBuilder();
  private final Map<String, List<String>> words = new LinkedHashMap<>();
  private int states;

  private final Between between;

  private ScriptGrammar(List<String> sentences, Between between) {
    this.between = between;
    this.sentences = sentences.stream().map(s -> List.of(s.split(" "))).toList();
  }

  /**
   * Makes the grammar.
   *
   * @param between what may be said between the sentences
   * @param dictionary knows the usual words; for others it says nothing, and letters tell
   */
  public static ScriptGrammar of(List<String> sentences, Between between, Dictionary dictionary) {
    ScriptGrammar made = new ScriptGrammar(sentences, between);
    made.build(dictionary);
    return made;
  }

  private void build(Dictionary dictionary) {
    StringBuilder body = new StringBuilder();
    int at = states++;
    added(at, body);
    for (int s = 0; s < sentences.size(); s++) {
      int from = at;
      int open = from;
      for (int t = 0; t < sentences.get(s).size(); t++) {
        open = token(s, t, open, dictionary, body);
      }
      at = states++;
      arc(open, at, 1, "", body);
      arc(from, at, LEFT_OUT, "", body);
      added(at, body);
    }
    grammar
        .append("FSG_BEGIN script\nNUM_STATES ")
        .append(states)
        .append("\nSTART_STATE 0\nFINAL_STATE ")
        .append(at)
        .append('\n')
        .append(body)
        .append("FSG_END\n");
    between.phones.forEach(p -> words.put("added" + p, List.of(p)));
  }

  private void added(int at, StringBuilder body) {
    between.phones.forEach(p -> arc(at, at, between.each, "added" + p, body));
  }

  /** All ways to say one word, side by side. */
  private int token(int s, int t, int from, Dictionary dictionary, StringBuilder body) {
    List<List<String>> ways = SpokenForms.of(sentences.get(s).get(t));
    if (ways.isEmpty()) {
      return from;
    }
    int to = states++;
    for (int a = 0; a < ways.size(); a++) {
      List<String> way = ways.get(a);
      int open = from;
      for (int w = 0; w < way.size(); w++) {
        int next = w + 1 == way.size() ? to : states++;
        String name = "s" + s + "t" + t + "a" + a + "w" + w;
        words.put(name, pronounced(way.get(w), dictionary));
        arc(open, next, 1.0 / ways.size(), name, body);
        open = next;
      }
    }
    return to;
  }

  private static List<String> pronounced(String word, Dictionary dictionary) {
    List<String> known = dictionary.pronunciations(word);
    return known.isEmpty()
        ? LetterSounds.of(word).map(p -> List.of(String.join(" ", p))).orElse(List.of("AH"))
        : known;
  }

  private static void arc(int from, int to, double probability, String word, StringBuilder body) {
    body.append(
        String.format(
            Locale.ROOT,
            "TRANSITION %d %d %.6f%s%n",
            from,
            to,
            probability,
            word.isEmpty() ? "" : " " + word));
  }

  /** The grammar's file. */
  public String grammar() {
    return grammar.toString();
  }

  /** The dictionary's file: every word that the grammar names, and how it sounds. */
  public String dictionary() {
    StringBuilder text = new StringBuilder();
    words.forEach(
        (name, ways) -> {
          for (int i = 0; i < ways.size(); i++) {
            text.append(name)
                .append(i == 0 ? "" : "(" + (i + 1) + ")")
                .append(' ')
                .append(ways.get(i))
                .append('\n');
          }
        });
    return text.toString();
  }

  /** The place of a word that was heard; nothing for what was added, and for silence. */
  public static Optional<Place> place(String heard) {
    Matcher m = NAME.matcher(heard.replaceAll("\\(\\d+\\)$", ""));
    return m.matches()
        ? Optional.of(new Place(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2))))
        : Optional.empty();
  }
}
