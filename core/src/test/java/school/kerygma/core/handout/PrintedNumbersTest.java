package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Where no source is named, the numbering is common practice of printers. */
class PrintedNumbersTest {

  private static final String BODY = "Read the sheet once and draw three bridges before Friday.";

  private static Page foot(int number, String foot) {
    return set(number, 612, 792, List.of(), List.of(foot));
  }

  private static Page set(
      int number, double width, double height, List<String> head, List<String> foot) {
    List<Word> words = new ArrayList<>();
    row(head, width, 40, words);
    row(List.of(BODY), width, height / 2, words);
    row(foot, width, height - 40, words);
    return new Page(number, width, height, words);
  }

  /** One text stands in the middle, two stand left and right. */
  private static void row(List<String> texts, double width, double y, List<Word> words) {
    for (int i = 0; i < texts.size(); i++) {
      double x = texts.size() == 1 ? width / 3 : i == 0 ? 40 : width - 120;
      for (String word : texts.get(i).split(" ")) {
        if (!word.isEmpty()) {
          words.add(new Word(word, new Box(x, y, 6 * word.length(), 12)));
          x += 6 * word.length() + 6;
        }
      }
    }
  }

  private static List<String> feet(String... feet) {
    return PrintedNumbers.of(
        IntStream.range(0, feet.length).mapToObj(i -> foot(i + 1, feet[i])).toList(), List.of());
  }

  @Test
  void labelsOfThePdfComeFirst() {
    // The labels of ISO 32000-1, 12.4.2, example.
    List<String> labels = List.of("i", "ii", "iii", "iv", "1", "2", "3", "A-8", "A-9");
    List<Page> pages = IntStream.rangeClosed(1, 9).mapToObj(i -> foot(i, "" + (i + 20))).toList();
    assertThat(PrintedNumbers.of(pages, labels)).isEqualTo(labels);
  }

  @Test
  void labelsThatOnlyCountLeaveTheNumbersReadAtTheEdge() {
    List<Page> pages = List.of(foot(1, "47"), foot(2, "48"), foot(3, "49"));
    assertThat(PrintedNumbers.of(pages, List.of("1", "2", "3"))).containsExactly("47", "48", "49");
  }

  @Test
  void labelsThatTellNoPagesApartNameNothing() {
    List<Page> pages = List.of(foot(1, ""), foot(2, ""));
    assertThat(PrintedNumbers.of(pages, List.of("A", "A"))).containsExactly("", "");
    assertThat(PrintedNumbers.of(pages, List.of("A label of a page that never ends", "B")))
        .containsExactly("", "");
  }

  @Test
  void aLabelThatIsEmptyIsThePlaceInBrackets() {
    List<Page> pages = List.of(foot(1, ""), foot(2, ""));
    assertThat(PrintedNumbers.of(pages, List.of("", "1"))).containsExactly("[1]", "1");
  }

  @Test
  void numbersAreReadInTheWaysTheyArePrinted() {
    assertThat(feet("- 12 -", "- 13 -")).containsExactly("12", "13");
    assertThat(feet("Page 12 of 40", "Page 13 of 40")).containsExactly("12", "13");
    assertThat(feet("12 / 40", "13 / 40")).containsExactly("12", "13");
    assertThat(feet("p. 12", "p. 13")).containsExactly("12", "13");
    assertThat(feet("Bridges | 12", "Bridges | 13")).containsExactly("12", "13");
    assertThat(feet("12 \u00b7 Bridges", "13 \u00b7 Bridges")).containsExactly("12", "13");
    assertThat(feet("The Footbridge Project, page 12", "The Footbridge Project, page 13"))
        .containsExactly("12", "13");
  }

  @Test
  void leftAndRightPagesHaveTheirNumbersOutside() {
    List<Page> pages =
        List.of(
            set(1, 612, 792, List.of("88", "Bridges"), List.of()),
            set(2, 612, 792, List.of("Arches", "89"), List.of()),
            set(3, 612, 792, List.of("90", "Bridges"), List.of()));
    assertThat(PrintedNumbers.of(pages, List.of())).containsExactly("88", "89", "90");
  }

  @Test
  void romanPagesComeBeforeTheOthers() {
    assertThat(feet("", "ii", "iii", "iv", "1", "2", "3"))
        .containsExactly("i", "ii", "iii", "iv", "1", "2", "3");
  }

  @Test
  void aPageBetweenNumberedOnesGoesOnWithThem() {
    assertThat(feet("31", "", "33", "34")).containsExactly("31", "32", "33", "34");
    assertThat(feet("", "31", "32")).containsExactly("30", "31", "32");
  }

  @Test
  void aCoverBeforePageOneIsCalledByItsPlace() {
    assertThat(feet("", "1", "2", "3")).containsExactly("[1]", "1", "2", "3");
  }

  @Test
  void aNumberThatComesAgainSaysItsPlace() {
    assertThat(feet("1", "2", "1", "2")).containsExactly("1", "2", "1 [3]", "2 [4]");
  }

  @Test
  void pagesCountedFromOneAreCalledByTheirPlaces() {
    assertThat(feet("1", "2", "3")).containsOnly("");
    assertThat(feet("Page 1 of 2", "Page 2 of 2")).containsOnly("");
    assertThat(feet("", "2", "3")).containsOnly("");
  }

  @Test
  void whatDoesNotGoOnIsNoNumberOfAPage() {
    assertThat(feet("2026", "2026", "2026")).containsOnly("");
    assertThat(feet("Lesson 5", "Lesson 6")).containsOnly("");
    assertThat(feet("25 points", "26 points")).containsOnly("");
    assertThat(feet("Room 114", "", "Oct 16")).containsOnly("");
    assertThat(feet("12", "40")).containsOnly("");
  }

  @Test
  void theNumbersOfProblemsInTheMiddleAreNotRead() {
    List<Page> pages =
        IntStream.rangeClosed(1, 3)
            .mapToObj(
                i ->
                    new Page(i, 612, 792, List.of(new Word("" + (i + 4), new Box(60, 300, 8, 12)))))
            .toList();
    assertThat(PrintedNumbers.of(pages, List.of())).containsOnly("");
  }

  @Test
  void aSinglePageIsCalledByANumberThatStandsAloneAtItsFoot() {
    assertThat(feet("47")).containsExactly("47");
    assertThat(feet("Page 47")).containsExactly("47");
    assertThat(feet("2026")).containsExactly("");
    assertThat(feet("Lesson 5")).containsExactly("");
    List<Page> corner = List.of(set(1, 612, 792, List.of("Name", "7"), List.of()));
    assertThat(PrintedNumbers.of(corner, List.of())).containsExactly("");
  }

  @Test
  void anOpenBookHasTwoNumbersOnAPage() {
    List<Page> pages =
        List.of(
            set(1, 792, 612, List.of(), List.of("46", "47")),
            set(2, 792, 612, List.of(), List.of("48", "49")));
    assertThat(PrintedNumbers.of(pages, List.of())).containsExactly("46\u201347", "48\u201349");
  }

  @Test
  void everyPageHasANameOfItsOwnOrNoneHasOne() {
    // Whatever stands at the foot, the names tell the pages apart.
    for (int seed = 0; seed < 200; seed++) {
      java.util.Random random = new java.util.Random(seed);
      String[] feet =
          IntStream.range(0, 6)
              .mapToObj(i -> random.nextInt(3) == 0 ? "" : "" + random.nextInt(12))
              .toArray(String[]::new);
      List<String> names = feet(feet);
      assertThat(names).hasSize(6);
      if (!names.equals(Collections.nCopies(6, ""))) {
        assertThat(names).doesNotHaveDuplicates().doesNotContain("");
      }
    }
  }
}
