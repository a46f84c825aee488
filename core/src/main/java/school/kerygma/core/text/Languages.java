package school.kerygma.core.text;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Languages by their codes (BCP 47, ISO 639-1), named in English and in their own words. */
public final class Languages {

  /**
   * A language.
   *
   * @param code as BCP 47 writes it
   * @param name in English
   * @param own in its own words
   */
  public record Language(String code, String name, String own) {

    /** In English and in its own words, where they differ. */
    public String both() {
      return name.equalsIgnoreCase(own) ? name : name + " \u00b7 " + own;
    }
  }

  private static final List<Language> ALL =
      Stream.of(Locale.getISOLanguages())
          .filter(code -> code.length() == 2)
          .map(Languages::of)
          .sorted(Comparator.comparing(Language::name))
          .toList();

  private Languages() {}

  /** The language of a code; one that nobody knows is called by its code. */
  public static Language of(String code) {
    Locale locale = Locale.forLanguageTag(code);
    return new Language(
        code, locale.getDisplayLanguage(Locale.ENGLISH), locale.getDisplayLanguage(locale));
  }

  /** All that have a code of two letters, by their English names. */
  public static List<Language> all() {
    return ALL;
  }

  public static boolean has(String code) {
    return ALL.stream().anyMatch(l -> l.code().equals(code));
  }
}
