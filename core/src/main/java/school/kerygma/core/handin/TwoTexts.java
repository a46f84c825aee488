package school.kerygma.core.handin;

/** Two texts that were written at the same time, in two tabs or on two devices. */
public final class TwoTexts {

  private TwoTexts() {}

  /**
   * Keeps all words of both, unless one of them holds the other.
   *
   * @param between what stands between them
   * @param most characters that are kept; of what would not fit, the first is kept
   */
  public static String both(String first, String second, String between, int most) {
    String kept =
        first.contains(second.strip())
            ? first
            : second.contains(first.strip()) ? second : first + between + second;
    return kept.length() <= most ? kept : first;
  }
}
