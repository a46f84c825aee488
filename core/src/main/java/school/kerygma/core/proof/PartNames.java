package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.NumberWords;

/** The names of parts, tasks and steps in a text: "Part II", "task three", "part b". */
final class PartNames {

  /** A part in one writing: "Part 2", "Part B". */
  record Named(int start, int end, String name) {}

  private static final String PART_NUMBER =
      "\\d{1,2}\\b|[Oo]ne\\b|[Tt]wo\\b|[Tt]hree\\b|[Ff]our\\b|[Ff]ive\\b|[Ss]ix\\b";

  /** Written small, "part" needs a number: "the part I liked". */
  private static final Pattern PART =
      Pattern.compile(
          "\\b(?:(?<k>Part|Task|Step|PART|TASK|STEP)\\s+(?<n>(?:VIII|VII|VI|IV|IX|III|II|I|V|X)\\b(?!')|[A-H]\\b|"
              + PART_NUMBER
              + ")|(?<kk>part|task|step)\\s+(?<nn>"
              + PART_NUMBER
              + "|[A-H]\\b(?!')|[b-h]\\b(?=[\\s.,;:!?)]|$)))");

  private static final List<String> ROMAN =
      List.of("I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X");

  private PartNames() {}

  static List<Named> in(String text) {
    List<Named> all = new ArrayList<>();
    for (Matcher m = PART.matcher(text); m.find(); ) {
      all.add(new Named(m.start(), m.end(), part(m)));
    }
    return all;
  }

  private static String part(Matcher m) {
    boolean small = m.group("k") == null;
    String kind = Objects.requireNonNull(m.group(small ? "kk" : "k"));
    String number = Objects.requireNonNull(m.group(small ? "nn" : "n"));
    String said =
        !small && ROMAN.contains(number)
            ? "" + (ROMAN.indexOf(number) + 1)
            : NumberWords.parse(number).map(n -> "" + n).orElse(number.toUpperCase(Locale.ROOT));
    return Character.toUpperCase(kind.charAt(0))
        + kind.substring(1).toLowerCase(Locale.ROOT)
        + " "
        + said;
  }
}
