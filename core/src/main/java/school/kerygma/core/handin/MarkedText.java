package school.kerygma.core.handin;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.UUID;

/** A text with places that are marked in it, which may overlap. */
public final class MarkedText {

  /**
   * A place.
   *
   * @param from its first character, from 0
   * @param to the one after its last
   * @param kind of the mark
   * @param number of its note, from 1; 0 if nothing is said of it
   */
  public record Place(UUID id, int from, int to, String kind, int number) {}

  /**
   * A part of the text in which nothing begins or ends.
   *
   * @param kinds of the marks that cover it, each once
   * @param number of the note that ends with it; 0 if none does
   */
  public record Piece(String text, SortedSet<String> kinds, int number) {

    public Piece {
      kinds = Collections.unmodifiableSortedSet(new TreeSet<>(kinds));
    }

    /** The kinds with spaces between them. */
    public String classes() {
      return String.join(" ", kinds);
    }
  }

  private MarkedText() {}

  /** The text in its parts: together they are the text; what lies beyond its end is passed over. */
  public static List<Piece> of(String text, List<Place> places) {
    SortedSet<Integer> edges = new TreeSet<>(List.of(0, text.length()));
    for (Place place : places) {
      edges.add(Math.clamp(place.from(), 0, text.length()));
      edges.add(Math.clamp(place.to(), 0, text.length()));
    }
    List<Integer> all = new ArrayList<>(edges);
    List<Piece> pieces = new ArrayList<>();
    for (int i = 0; i + 1 < all.size(); i++) {
      int from = all.get(i);
      int to = all.get(i + 1);
      TreeSet<String> kinds = new TreeSet<>();
      places.stream()
          .filter(p -> p.from() <= from && p.to() >= to)
          .forEach(p -> kinds.add(p.kind()));
      int number =
          places.stream()
              .filter(p -> p.number() > 0 && Math.min(p.to(), text.length()) == to)
              .map(Place::number)
              .min(Comparator.naturalOrder())
              .orElse(0);
      pieces.add(new Piece(text.substring(from, to), kinds, number));
    }
    return pieces;
  }
}
