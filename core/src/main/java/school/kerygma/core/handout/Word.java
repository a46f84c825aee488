package school.kerygma.core.handout;

/**
 * A word of a page and where it stands.
 *
 * @param text never blank
 * @param box in points of the page
 */
public record Word(String text, Box box) {

  public Word {
    if (text.isBlank()) {
      throw new IllegalArgumentException("A word has letters");
    }
  }
}
