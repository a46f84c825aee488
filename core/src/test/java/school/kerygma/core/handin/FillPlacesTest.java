package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handin.FillPlaces.Kind;
import school.kerygma.core.handin.FillPlaces.Place;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.Ruling;

/** Places as worksheets have them (common practice); each page is written here, word by word. */
class FillPlacesTest {

  /** Words of a line, 6 points a letter and 12 high. */
  private static List<Word> line(double x, double y, String text) {
    List<Word> words = new ArrayList<>();
    double at = x;
    for (String word : text.split(" ")) {
      words.add(new Word(word, new Box(at, y, 6 * word.length(), 12)));
      at += 6 * (word.length() + 1);
    }
    return words;
  }

  @SafeVarargs
  private static Page page(List<Word>... lines) {
    List<Word> all = new ArrayList<>();
    for (List<Word> line : lines) {
      all.addAll(line);
    }
    return new Page(1, 612, 792, all);
  }

  @Test
  void blanksAreFoundInTheirSentencesAndNamedByTheWordsBeforeThem() {
    List<Place> places =
        FillPlaces.of(
            page(
                line(50, 100, "Name: __________ Date: _____"),
                line(50, 130, "The deck_____bends by ...... mm."),
                line(50, 160, "See pages 1...3 and wait...")),
            List.of(),
            List.of());
    assertThat(places).extracting(Place::kind).containsOnly(Kind.BLANK);
    assertThat(places)
        .extracting(Place::label)
        .containsExactly("Name:", "Name: Date:", "The deck bends", "The deck bends by");
    Box name = places.getFirst().box();
    assertThat(name.x()).isEqualTo(50 + 6 * 6);
    assertThat(name.width()).isEqualTo(60);
    assertThat(name.bottom()).isEqualTo(112);
    // In the middle of a word only the blank itself is a place.
    assertThat(places.get(2).box().x()).isEqualTo(50 + 4 * 6 + 4 * 6);
  }

  @Test
  void boxesToTickAreNamedByTheWordsAfterThem() {
    List<Place> places =
        FillPlaces.of(
            page(line(50, 100, "\u2610 yes, it holds"), line(50, 130, "[ ] no [ ] perhaps")),
            List.of(),
            List.of());
    assertThat(places).extracting(Place::kind).containsOnly(Kind.BOX);
    assertThat(places).extracting(Place::label).containsExactly("yes, it holds", "no", "perhaps");
  }

  @Test
  void emptyCellsAreNamedByTheirRowAndColumnAndFullOnesAreNoPlaces() {
    Grid grid =
        new Grid(
            new Box(50, 100, 300, 60),
            2,
            3,
            List.of(
                new Grid.Cell(0, 0, 1, 1, new Box(50, 100, 100, 30), "Row"),
                new Grid.Cell(0, 1, 1, 1, new Box(150, 100, 100, 30), "Bend"),
                new Grid.Cell(0, 2, 1, 1, new Box(250, 100, 100, 30), "Load"),
                new Grid.Cell(1, 0, 1, 1, new Box(50, 130, 100, 30), "1"),
                new Grid.Cell(1, 1, 1, 1, new Box(150, 130, 100, 30), ""),
                new Grid.Cell(1, 2, 1, 1, new Box(250, 130, 100, 30), "")));
    Page page =
        page(
            line(55, 105, "Row"),
            line(155, 105, "Bend"),
            line(255, 105, "Load"),
            line(55, 135, "1"),
            line(160, 135, "\u00a0"));
    List<Place> places = FillPlaces.of(page, List.of(grid), List.of(new Ruling(50, 130, 350, 130)));
    assertThat(places).extracting(Place::label).containsExactly("1, Bend", "1, Load");
    assertThat(places).extracting(Place::kind).containsOnly(Kind.CELL);
  }

  @Test
  void linesToWriteOnAreFoundAndUnderlinedWordsAndFramesAreNot() {
    Page page = page(line(50, 100, "Where did it bend most?"), line(50, 300, "A heading"));
    List<Place> places =
        FillPlaces.of(
            page,
            List.of(),
            List.of(
                new Ruling(50, 150, 400, 150), // to be written on
                new Ruling(50, 180, 400, 180),
                new Ruling(50, 313, 110, 313), // beneath the heading
                new Ruling(50, 400, 400, 400), // a frame
                new Ruling(50, 400, 50, 500),
                new Ruling(400, 400, 400, 500),
                new Ruling(50, 500, 400, 500),
                new Ruling(50, 600, 80, 600))); // too short
    assertThat(places)
        .filteredOn(p -> p.kind() == Kind.LINE)
        .extracting(p -> p.box().bottom())
        .containsExactly(150.0, 180.0);
    assertThat(places).extracting(Place::kind).containsExactly(Kind.LINE, Kind.LINE, Kind.FRAME);
    assertThat(places.getFirst().label()).isEqualTo("Where did it bend most?");
  }

  @Test
  void aLargeEmptyRectangleIsAFrameForAPictureAndOneWithWordsOrWithoutWallsIsNot() {
    List<Ruling> box =
        List.of(
            new Ruling(50, 200, 250, 200),
            new Ruling(50, 320, 250, 320),
            new Ruling(50, 200, 50, 320),
            new Ruling(250, 200, 250, 320));
    Page page = page(line(50, 180, "Draw your bridge here"));
    assertThat(FillPlaces.of(page, List.of(), box))
        .singleElement()
        .satisfies(
            p -> {
              assertThat(p.kind()).isEqualTo(Kind.FRAME);
              assertThat(p.label()).isEqualTo("Draw your bridge here");
              assertThat(p.box().height()).isEqualTo(118);
            });
    Page full = page(line(50, 180, "Draw it"), line(100, 250, "example"));
    assertThat(FillPlaces.of(full, List.of(), box)).isEmpty();
    assertThat(FillPlaces.of(page, List.of(), box.subList(0, 3)))
        .extracting(Place::kind)
        .doesNotContain(Kind.FRAME);
  }
}
