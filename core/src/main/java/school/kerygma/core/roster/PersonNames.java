package school.kerygma.core.roster;

import java.text.Collator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * How people's names are written and in which order they stand. A name is written as it is said,
 * given names first; lists stand in the order of family names, as in a register.
 *
 * <p>Particles in small letters ("van der", "de la") belong to the family name and do not count for
 * its order; with a capital they do. Source: The Chicago Manual of Style, on names with particles
 * in an index (from memory). Which words are a family's can only be told from their places: the
 * last one is, a second family name is not known.
 */
public final class PersonNames {

  /** What stands behind a name without belonging to it. Common practice. */
  private static final Set<String> SUFFIXES = Set.of("jr", "sr", "ii", "iii", "iv");

  /** Particles that count where they are written with a capital. */
  private static final Set<String> COUNTED =
      Set.of(
          "Al", "Da", "De", "Del", "Della", "Den", "Der", "Di", "Du", "El", "La", "Le", "Saint",
          "St.", "Ten", "Ter", "Van", "Von");

  private static final Comparator<String> AS_A_WORD = collator();

  /** The order of a register: by family name, then by given names. */
  public static final Comparator<String> BY_FAMILY_NAME =
      Comparator.comparing(PersonNames::family, AS_A_WORD)
          .thenComparing(PersonNames::given, AS_A_WORD)
          .thenComparing(Comparator.naturalOrder());

  private PersonNames() {}

  /** Letters with marks stand beside those without, in any language. */
  private static Comparator<String> collator() {
    Collator collator = Collator.getInstance(Locale.ROOT);
    return collator::compare;
  }

  /**
   * A name as it is said: "Berg, Anna van der" and "van der Berg, Anna" are "Anna van der Berg". A
   * suffix behind a comma stays where it is.
   */
  public static String asSaid(String written) {
    String name = String.join(" ", words(written));
    String[] parts = name.split(" ?, ?", -1);
    if (parts.length != 2 || parts[0].isEmpty() || parts[1].isEmpty() || isSuffix(parts[1])) {
      return name;
    }
    return parts[1] + " " + parts[0];
  }

  private static String family(String name) {
    List<String> words = withoutSuffix(name);
    return String.join(" ", words.subList(familyBegins(words), words.size()));
  }

  private static String given(String name) {
    List<String> words = withoutSuffix(name);
    return String.join(" ", words.subList(0, familyBegins(words)));
  }

  /** The first word is a given name, unless it is the only one. */
  private static int familyBegins(List<String> words) {
    int begins = Math.max(0, words.size() - 1);
    while (begins > 1 && COUNTED.contains(words.get(begins - 1))) {
      begins--;
    }
    return begins;
  }

  private static List<String> withoutSuffix(String name) {
    List<String> words = new ArrayList<>(words(name));
    while (words.size() > 1 && isSuffix(words.getLast())) {
      words.removeLast();
    }
    return words;
  }

  private static boolean isSuffix(String word) {
    return SUFFIXES.contains(word.replaceAll("[.,]", "").toLowerCase(Locale.ROOT));
  }

  private static List<String> words(String text) {
    String stripped = text.strip();
    return stripped.isEmpty() ? List.of() : List.of(stripped.split("\\s+"));
  }
}
