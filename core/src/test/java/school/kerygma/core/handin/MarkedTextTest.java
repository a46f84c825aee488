package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handin.MarkedText.Piece;
import school.kerygma.core.handin.MarkedText.Place;

class MarkedTextTest {

  private static Place place(int from, int to, String kind, int number) {
    return new Place(UUID.randomUUID(), from, to, kind, number);
  }

  @Test
  void marksThatOverlapDivideTheTextWhereOneBeginsOrEnds() {
    List<Piece> pieces =
        MarkedText.of(
            "The deck bends by 3 mm.",
            List.of(place(4, 14, "underline", 0), place(9, 22, "note", 1)));
    assertThat(pieces)
        .extracting(Piece::text)
        .containsExactly("The ", "deck ", "bends", " by 3 mm", ".");
    assertThat(pieces)
        .extracting(Piece::classes)
        .containsExactly("", "underline", "note underline", "note", "");
    assertThat(pieces).extracting(Piece::number).containsExactly(0, 0, 0, 1, 0);
  }

  @Test
  void aTextWithoutMarksIsOnePieceAndNoTextIsNone() {
    assertThat(MarkedText.of("Bends", List.of())).extracting(Piece::text).containsExactly("Bends");
    assertThat(MarkedText.of("", List.of(place(0, 3, "ring", 0)))).isEmpty();
  }

  @Test
  void thePiecesTogetherAreTheTextAndEachIsCoveredByWhatCoversIt() {
    Random random = new Random(7);
    String text = "It bends by 3 mm, because the deck is thin.";
    for (int i = 0; i < 500; i++) {
      List<Place> places = new ArrayList<>();
      for (int n = random.nextInt(6); n > 0; n--) {
        int from = random.nextInt(text.length() + 5);
        places.add(place(from, from + 1 + random.nextInt(20), "k" + n, random.nextInt(3)));
      }
      List<Piece> pieces = MarkedText.of(text, places);
      assertThat(pieces.stream().map(Piece::text).collect(Collectors.joining())).isEqualTo(text);
      int at = 0;
      for (Piece piece : pieces) {
        for (int c = at; c < at + piece.text().length(); c++) {
          int here = c;
          assertThat(piece.kinds())
              .isEqualTo(
                  places.stream()
                      .filter(p -> p.from() <= here && here < p.to())
                      .map(Place::kind)
                      .collect(Collectors.toSet()));
        }
        at += piece.text().length();
      }
    }
  }
}
