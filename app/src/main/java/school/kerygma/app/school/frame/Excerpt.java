package school.kerygma.app.school.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Some words around what was asked for. */
public record Excerpt(List<Piece> pieces) {

  /** How the database is told to mark what it found, and to keep excerpts short. */
  public static final String HEADLINE = "StartSel=\u0001,StopSel=\u0002,MaxWords=24,MinWords=12";

  /** A piece of it, which was asked for or not. */
  public record Piece(String text, boolean found) {}

  /** Parts what the database has marked. */
  public static Excerpt of(String marked) {
    List<Piece> pieces = new ArrayList<>();
    boolean found = false;
    for (String part : marked.split("[\u0001\u0002]", -1)) {
      if (!part.isEmpty()) {
        pieces.add(new Piece(part, found));
      }
      found = !found;
    }
    return new Excerpt(List.copyOf(pieces));
  }

  /** The words that were found, each for itself. */
  public List<String> found() {
    return pieces.stream()
        .filter(Piece::found)
        .flatMap(p -> Stream.of(p.text().split("\\s+")))
        .toList();
  }
}
