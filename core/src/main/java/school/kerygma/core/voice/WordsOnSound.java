package school.kerygma.core.voice;

import java.util.List;
import java.util.stream.IntStream;
import school.kerygma.core.time.Span;

/**
 * The words of a stop on its sound.
 *
 * @param way how they were placed
 * @param said the sentences that are said, in order, with their words
 * @param leftOut the sentences of the script that nobody said, by their number from 0
 * @param added where something is said that the script does not have
 */
public record WordsOnSound(
    Way way, List<TimedSentence> said, List<Integer> leftOut, List<Added> added) {

  /**
   * Something that is said and not written.
   *
   * @param draft what it may be, as a recognizer without a script heard it; empty if nobody tried
   */
  public record Added(Span span, String draft) {}

  /** From the surest to the least. */
  public enum Way {
    /** Every word was heard where it stands. */
    HEARD,
    /** Words were heard without knowing the script, and laid beside it: some are wrong. */
    MATCHED,
    /** Only speech and silence are known: an estimate, and nobody knows whether it was said. */
    ESTIMATED
  }

  /** Whether the script was said as it stands. */
  public boolean isAsWritten() {
    return way == Way.HEARD && leftOut.isEmpty() && added.isEmpty();
  }

  /** The same with drafts of what was added, in the order of what was added. */
  public WordsOnSound drafted(List<String> drafts) {
    return new WordsOnSound(
        way,
        said,
        leftOut,
        IntStream.range(0, added.size())
            .mapToObj(i -> new Added(added.get(i).span(), i < drafts.size() ? drafts.get(i) : ""))
            .toList());
  }

  public WordsOnSound {
    said = List.copyOf(said);
    leftOut = List.copyOf(leftOut);
    added = List.copyOf(added);
  }
}
