package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.walkthrough.PlaybackScore.Spoken;

/** The script of a stop and what was said, as one text with its differences. */
public final class SaidText {

  /** What became of a piece. */
  public enum Kind {
    SAID,
    /** Written, and nobody said it. */
    LEFT_OUT,
    /** Said, and not written: its text is a draft, and may be empty. */
    ADDED
  }

  /**
   * A piece of the text.
   *
   * @param startMs when it is said, on the program's clock; 0 for what is as written
   * @param after the sentence before what was added
   */
  public record Piece(Kind kind, String text, long startMs, String after) {}

  private SaidText() {}

  /**
   * Lays both into one another. What was said in other words stands as left out and added, one
   * after the other.
   *
   * @param script as it is now; sentences that were changed since are taken as said
   */
  public static List<Piece> of(String script, Spoken spoken) {
    List<String> leftOut = new ArrayList<>(spoken.leftOut());
    List<Spoken.Added> added = new ArrayList<>(spoken.added());
    List<Piece> pieces = new ArrayList<>();
    List<Piece> waiting = takeAdded(added, "");
    for (String sentence : Sentences.of(script)) {
      boolean said = !leftOut.remove(sentence);
      if (said) {
        pieces.addAll(waiting); // After what was left out in its place.
      }
      pieces.add(new Piece(said ? Kind.SAID : Kind.LEFT_OUT, sentence, 0, ""));
      if (said) {
        waiting = takeAdded(added, sentence);
      }
    }
    pieces.addAll(waiting);
    added.forEach(a -> pieces.add(piece(List.of(a))));
    return List.copyOf(pieces);
  }

  /** All that was added after a sentence, as one piece. */
  private static List<Piece> takeAdded(List<Spoken.Added> added, String after) {
    List<Spoken.Added> own = added.stream().filter(a -> a.after().equals(after)).toList();
    added.removeAll(own);
    return own.isEmpty() ? List.of() : List.of(piece(own));
  }

  private static Piece piece(List<Spoken.Added> added) {
    String draft =
        String.join(
            " ", added.stream().map(Spoken.Added::draft).filter(d -> !d.isBlank()).toList());
    return new Piece(Kind.ADDED, draft, added.getFirst().startMs(), added.getFirst().after());
  }
}
