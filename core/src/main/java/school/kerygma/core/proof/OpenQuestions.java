package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/**
 * In which order a paper puts its questions: the same one once, and a few at a time. Who sees
 * twenty answers none.
 */
public final class OpenQuestions {

  /** So many stand open at once. */
  public static final int AT_ONCE = 3;

  /** When something that is in doubt is asked. */
  public enum Turn {
    NOW,
    /** The same is asked further up; one answer counts for both. */
    ABOVE,
    /** When those before it are answered. */
    LATER,
    /** The same as one that is asked then. */
    ABOVE_LATER
  }

  private OpenQuestions() {}

  /**
   * The turns of what nobody has answered.
   *
   * @param asked in the order of the paper
   */
  public static List<Turn> turns(List<Fact> asked) {
    List<Turn> turns = new ArrayList<>();
    List<Fact> put = new ArrayList<>();
    for (Fact fact : asked) {
      int before =
          IntStream.range(0, put.size())
              .filter(i -> isSame(put.get(i), fact))
              .findFirst()
              .orElse(-1);
      if (before >= 0) {
        turns.add(before < AT_ONCE ? Turn.ABOVE : Turn.ABOVE_LATER);
      } else {
        put.add(fact);
        turns.add(put.size() <= AT_ONCE ? Turn.NOW : Turn.LATER);
      }
    }
    return turns;
  }

  /** Whether two facts ask the same: the same words, read the same way, with the same doubts. */
  public static boolean isSame(Fact a, Fact b) {
    return !a.doubts().isEmpty()
        && a.kind() == b.kind()
        && a.value().equals(b.value())
        && a.doubts().equals(b.doubts())
        && words(a).equals(words(b));
  }

  private static String words(Fact fact) {
    return fact.quote().strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
  }
}
