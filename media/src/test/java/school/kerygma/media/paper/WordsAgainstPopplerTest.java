package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.media.process.Program;

/**
 * Reference: poppler's pdftotext -bbox-layout, another reader of PDF than the one that is used
 * here.
 */
class WordsAgainstPopplerTest {

  private static final Pattern WORD =
      Pattern.compile(
          "<word xMin=\"([\\d.]+)\" yMin=\"([\\d.]+)\" xMax=\"([\\d.]+)\" yMax=\"([\\d.]+)\">(.*?)</word>");

  @TempDir private Path directory;

  private static List<Word> popplers(Path pdf, int page) {
    String text =
        new String(
            Program.run(
                List.of(
                    "pdftotext",
                    "-bbox-layout",
                    "-cropbox",
                    "-f",
                    "" + page,
                    "-l",
                    "" + page,
                    pdf.toString(),
                    "-"),
                Duration.ofSeconds(30),
                1_000_000),
            StandardCharsets.UTF_8);
    List<Word> words = new ArrayList<>();
    Matcher m = WORD.matcher(text);
    while (m.find()) {
      words.add(
          new Word(
              m.group(5).replace("&quot;", "\"").replace("&amp;", "&"),
              Box.between(
                  Double.parseDouble(m.group(1)),
                  Double.parseDouble(m.group(2)),
                  Double.parseDouble(m.group(3)),
                  Double.parseDouble(m.group(4)))));
    }
    return words;
  }

  private static void assertSameWords(Path pdf, int number) {
    List<Word> theirs = popplers(pdf, number);
    try (Paper paper = Paper.open(pdf)) {
      Page page = paper.page(number);
      assertThat(page.words())
          .extracting(Word::text)
          .containsExactlyInAnyOrderElementsOf(theirs.stream().map(Word::text).toList());
      for (Word their : theirs) {
        Word ours =
            page.words().stream()
                .filter(w -> w.text().equals(their.text()) && w.box().overlaps(their.box()))
                .findFirst()
                .orElseThrow(() -> new AssertionError("Not where poppler has it: " + their));
        assertThat(ours.box().x()).as("left of %s", their).isCloseTo(their.box().x(), within(0.5));
        assertThat(ours.box().right())
            .as("right of %s", their)
            .isCloseTo(their.box().right(), within(0.5));
        assertThat(ours.box().centerY())
            .as("middle of %s", their)
            .isCloseTo(their.box().centerY(), within(2.5));
      }
    }
  }

  @Test
  void columnsOfTwoPages() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    assertSameWords(pdf, 1);
    assertSameWords(pdf, 2);
  }

  /** However a page is scaled, its words are as high as they are seen. */
  @Test
  void wordsOfAScaledPageHaveTheHeightOfTheirLetters() throws IOException {
    Path pdf = TestPapers.scaled(directory);
    for (int page = 1; page <= 4; page++) {
      assertSameWords(pdf, page);
      double their = popplers(pdf, page).getFirst().box().height();
      try (Paper paper = Paper.open(pdf)) {
        assertThat(paper.page(page).words())
            .allSatisfy(w -> assertThat(w.box().height()).isCloseTo(their, within(1.5)));
      }
    }
  }

  @Test
  void theNumberOfAFootnoteIsAWordOfItsOwn() throws IOException {
    Path pdf = TestPapers.raised(directory);
    assertThat(popplers(pdf, 1)).extracting(Word::text).startsWith("in", "2026", "1", "and");
    try (Paper paper = Paper.open(pdf)) {
      assertThat(paper.page(1).words())
          .extracting(Word::text)
          .containsExactly("in", "2026", "1", "and", "October", "16th");
    }
  }

  @Test
  void textThatStandsUprightOnlyWhenThePageIsTurned() throws IOException {
    Path pdf = TestPapers.uprightWhenTurned(directory);
    for (int page = 1; page <= 3; page++) {
      assertSameWords(pdf, page);
    }
  }

  @Test
  void anEmbeddedFontWithAccentsInATable() throws IOException {
    assertSameWords(TestPapers.embedded(directory), 1);
  }

  @Test
  void aTurnedAndCroppedPageKeepsItsWordsWhereTheyAreSeen() throws IOException {
    Path pdf = TestPapers.turned(directory);
    try (Paper paper = Paper.open(pdf)) {
      Page page = paper.page(1);
      assertThat(page.width()).isEqualTo(700);
      assertThat(page.height()).isEqualTo(500);
      assertThat(page.words()).extracting(Word::text).containsExactly("Turned", "and", "cropped");
      // By hand: baseline at (100, 500) on the sheet = (64, 450) in the crop box; turned clockwise,
      // what was
      // up is right: x = 450, y = 64.
      Box turned = page.words().getFirst().box();
      assertThat(turned.y()).isCloseTo(64, within(0.5));
      assertThat(turned.x()).isLessThan(450);
      assertThat(turned.right()).isGreaterThan(450);
      assertThat(turned.height()).isGreaterThan(turned.width());
    }
  }

  @Test
  void whatIsDrawnBlackStandsInTheBoxesOfTheWords() throws IOException {
    Path pdf = TestPapers.turned(directory);
    try (Paper paper = Paper.open(pdf)) {
      var picture = paper.picture(1, 700);
      Box words = Box.around(paper.page(1).words().stream().map(Word::box).toList()).grownBy(2);
      int inside = 0;
      for (int y = 0; y < picture.getHeight(); y++) {
        for (int x = 0; x < picture.getWidth(); x++) {
          if ((picture.getRGB(x, y) & 0xFF) < 128) {
            assertThat(words.contains(x, y)).as("ink at %d, %d", x, y).isTrue();
            inside++;
          }
        }
      }
      assertThat(inside).isGreaterThan(100);
    }
  }
}
