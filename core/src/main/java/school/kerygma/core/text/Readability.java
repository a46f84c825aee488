package school.kerygma.core.text;

/**
 * How hard a text is to read.
 *
 * @param words at least 1
 * @param sentences at least 1
 * @param syllables at least {@code words}
 */
public record Readability(int words, int sentences, int syllables) {

  /**
   * @throws IllegalArgumentException for a text without words
   */
  public Readability {
    if (words < 1 || sentences < 1) {
      throw new IllegalArgumentException("A text without words has no reading level");
    }
  }

  public static Readability of(String text) {
    return new Readability(
        Words.count(text), Math.max(1, Sentences.of(text).size()), Syllables.in(text));
  }

  /** Flesch reading ease, higher is easier, about 0 to 121. Flesch 1948 (from memory). */
  public double readingEase() {
    return 206.835 - 1.015 * words / sentences - 84.6 * syllables / words;
  }

  /** School grade of the United States. Kincaid et al. 1975 (from memory). */
  public double grade() {
    return 0.39 * words / sentences + 11.8 * syllables / words - 15.59;
  }
}
