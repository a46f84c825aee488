package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.Mark.Kind;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Word;
import school.kerygma.media.process.Program;

/**
 * Reference: MuPDF, which reads and changes annotations (ISO 32000-1, 12.5) without a line of what
 * writes them here, and poppler for the words that are left.
 */
class MarkedPdfTest {

  private static final UUID PAGE = new UUID(0, 1);

  /**
   * Prints one line an annotation: type | rectangle | quadrilaterals | ink | subject | contents.
   */
  private static final String LIST =
      """
      var doc = new PDFDocument(scriptArgs[0]);
      doc.loadPage(Number(scriptArgs[1])).getAnnotations().forEach(function (a) {
        var type = a.getType();
        var quads = type == 'Highlight' || type == 'Underline' ? a.getQuadPoints() : [];
        var ink = type == 'Ink' ? a.getInkList() : [];
        var subject = a.getObject().get('Subj');
        print([type, (type == 'Highlight' || type == 'Underline' || type == 'Ink' ? [0, 0, 1, 1] : a.getRect()).join(' '), quads.map(function (q) { return q.join(' '); }).join(';'),
          ink.map(function (s) { return s.join(' ').replace(/,/g, ' '); }).join(';'),
          subject ? subject.asString() : '', a.getContents()].join('|'));
      });
      """;

  @TempDir private Path directory;

  private List<String> annotations(Path pdf, int page) throws IOException {
    return mutool(LIST, pdf.toString(), "" + (page - 1));
  }

  private List<String> mutool(String script, String... args) throws IOException {
    Path file = Files.writeString(directory.resolve("script.js"), script);
    List<String> command = new ArrayList<>(List.of("mutool", "run", file.toString()));
    command.addAll(List.of(args));
    return text(command).lines().toList();
  }

  private static String text(List<String> command) {
    return new String(
        Program.run(command, Duration.ofSeconds(30), 20_000_000), StandardCharsets.UTF_8);
  }

  private static Box rectangle(String line) {
    String[] n = line.split("\\|", -1)[1].split(" ");
    return Box.between(
        Double.parseDouble(n[0]),
        Double.parseDouble(n[1]),
        Double.parseDouble(n[2]),
        Double.parseDouble(n[3]));
  }

  private static List<Word> words(Path pdf, int page) {
    try (Paper paper = Paper.open(pdf)) {
      return paper.page(page).words();
    }
  }

  private static List<Mark> marks(Path pdf, int page) {
    try (Paper paper = Paper.open(pdf)) {
      return paper.marks(page, PAGE);
    }
  }

  private static Box of(List<Word> words, String text) {
    return words.stream().filter(w -> w.text().equals(text)).findFirst().orElseThrow().box();
  }

  private Path marked(Path pdf, Mark... marks) {
    Path to = directory.resolve("marked.pdf");
    List<NamedMark> named = new ArrayList<>();
    for (Mark mark : marks) {
      named.add(new NamedMark("mark-" + named.size(), mark));
    }
    MarkedPdf.write(pdf, "A marked paper", List.of(named), to, (done, all) -> {});
    return to;
  }

  private static void assertClose(Box found, Box expected, double by) {
    assertThat(found.x()).isCloseTo(expected.x(), within(by));
    assertThat(found.y()).isCloseTo(expected.y(), within(by));
    assertThat(found.right()).isCloseTo(expected.right(), within(by));
    assertThat(found.bottom()).isCloseTo(expected.bottom(), within(by));
  }

  @Test
  void anotherReaderFindsEveryMarkWhereItWasMade() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    List<Word> words = words(pdf, 1);
    Box due = of(words, "Due");
    Box points = of(words, "points");
    Mark note =
        Mark.of(
            Kind.NOTE,
            PAGE,
            List.of(NoteSlip.at(300, 500, "Bring it on paper", new Box(0, 0, 612, 792))),
            0,
            "Bring it on paper");
    Path marked =
        marked(
            pdf,
            Mark.of(Kind.RING, PAGE, List.of(due), 0, "Due"),
            Mark.of(Kind.UNDERLINE, PAGE, List.of(points, due), 0, "points Due"),
            Mark.of(Kind.LIGHT, PAGE, List.of(points), 0, "points"),
            Mark.of(Kind.NUMBER, PAGE, List.of(due), 2, "Due"),
            note,
            new Mark.InkLine(
                PAGE, List.of(new Ink.Point(100, 400, 2), new Ink.Point(150, 420.5, 2))));
    List<String> found = annotations(marked, 1);
    assertThat(found)
        .extracting(l -> l.split("\\|")[0])
        .containsExactly("Square", "Underline", "Highlight", "FreeText", "FreeText", "Ink");
    assertClose(rectangle(found.get(0)), due.grownBy(3), 1.0);
    String[] quads = found.get(1).split("\\|", -1)[2].split(";");
    assertThat(quads).hasSize(2);
    double[] first =
        java.util.Arrays.stream(quads[0].split("[ ,]+")).mapToDouble(Double::parseDouble).toArray();
    // Upper left and lower right corner.
    assertThat(first[0]).isCloseTo(points.x(), within(0.01));
    assertThat(first[1]).isCloseTo(points.y(), within(0.01));
    assertThat(first[6]).isCloseTo(points.right(), within(0.01));
    assertThat(first[7]).isCloseTo(points.bottom(), within(0.01));
    assertThat(found.get(3)).endsWith("|Number|2");
    assertThat(found.get(4)).endsWith("|Bring it on paper");
    assertClose(rectangle(found.get(4)), note.boxes().getFirst(), 1.5);
    assertThat(found.get(5)).contains("|100 400 150 420.5|");
    assertThat(text(List.of("pdftotext", "-f", "1", "-l", "1", marked.toString(), "-")))
        .as("the words of the page stay words")
        .contains("The Footbridge Project, page 1");
  }

  @Test
  void whatIsFilledInIsTextOfItsSizeAndComesBackAsItWas() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    Mark filled = new Mark.FilledIn(PAGE, new Box(300, 500, 90, 16), "a beam, ruled");
    Path marked = marked(pdf, filled);
    assertThat(annotations(marked, 1).getFirst()).startsWith("FreeText").endsWith("|a beam, ruled");
    Mark back = marks(marked, 1).getFirst();
    assertThat(back.kind()).isEqualTo(Kind.FILLED);
    assertThat(back.words()).isEqualTo("a beam, ruled");
    assertClose(back.boxes().getFirst(), filled.boxes().getFirst(), 0.5);
  }

  @Test
  void onAPageThatIsTurnedAndCroppedTheMarksLieOnTheirWordsToo() throws IOException {
    Path pdf = TestPapers.turned(directory);
    Box word = of(words(pdf, 1), "Turned");
    Path marked = marked(pdf, Mark.of(Kind.RING, PAGE, List.of(word), 0, "Turned"));
    assertClose(rectangle(annotations(marked, 1).getFirst()), word.grownBy(3), 1.0);
  }

  @Test
  void whatAnotherProgramChangesInANoteIsReadBack() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    Mark note =
        Mark.of(Kind.NOTE, PAGE, List.of(new Box(300, 500, 150, 19)), 0, "Bring it on paper");
    Path marked = marked(pdf, note);
    Path edited = directory.resolve("edited.pdf");
    mutool(
        """
        var doc = new PDFDocument(scriptArgs[0]);
        var a = doc.loadPage(0).getAnnotations()[0];
        a.setContents('Hand it in online');
        a.update();
        doc.save(scriptArgs[1]);
        """,
        marked.toString(),
        edited.toString());
    List<Mark> read = marks(edited, 1);
    assertThat(read).extracting(Mark::kind).containsExactly(Kind.NOTE);
    assertThat(read.getFirst().words()).isEqualTo("Hand it in online");
  }

  @Test
  void whatATeacherMarkedWithAnotherProgramBecomesMarks() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    Path theirs = directory.resolve("theirs.pdf");
    Box due = of(words(pdf, 1), "Due");
    String quad =
        "[%f,%f,%f,%f,%f,%f,%f,%f]"
            .formatted(
                due.x(),
                due.y(),
                due.right(),
                due.y(),
                due.x(),
                due.bottom(),
                due.right(),
                due.bottom());
    mutool(
        """
        var doc = new PDFDocument(scriptArgs[0]);
        var page = doc.loadPage(0);
        function add(type, change) { var a = page.createAnnotation(type); change(a); a.update(); }
        add('Highlight', function (a) { a.setQuadPoints([QUAD]); a.setContents('When in the day?'); });
        add('StrikeOut', function (a) { a.setQuadPoints([QUAD]); });
        add('Circle', function (a) { a.setRect([100, 200, 160, 240]); });
        add('Text', function (a) { a.setRect([400, 300, 420, 320]); a.setContents('Ask Friday'); });
        add('Ink', function (a) { a.setInkList([[[10, 20], [30, 25.5]], [[50, 60], [70, 80]]]); });
        add('Redact', function (a) { a.setRect([72, 120, 200, 140]); });
        doc.save(scriptArgs[1]);
        """
            .replace("QUAD", quad),
        pdf.toString(),
        theirs.toString());
    List<Mark> read = marks(theirs, 1);
    assertThat(read)
        .extracting(Mark::kind)
        .containsExactly(
            Kind.UNDERLINE,
            Kind.NOTE,
            Kind.INK,
            Kind.RING,
            Kind.NOTE,
            Kind.INK,
            Kind.INK,
            Kind.COVER);
    assertThat(read.get(0).words()).isEqualTo("Due");
    assertThat(read.get(1).words()).isEqualTo("When in the day?");
    assertClose(read.get(3).boxes().getFirst(), new Box(100, 200, 60, 40), 1.5);
    assertThat(read.get(4).words()).isEqualTo("Ask Friday");
    assertThat(read.get(5).ink().getLast().x()).isCloseTo(30, within(0.01));
    assertThat(read.get(5).ink().getLast().y()).isCloseTo(25.5, within(0.01));
    assertClose(read.get(7).boxes().getFirst(), new Box(72, 120, 128, 20), 1.5);
  }

  @Test
  void aPictureOfAPageIsWithoutTheMarksThatAreDrawnOverIt() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    Path marked =
        marked(
            pdf,
            Mark.of(Kind.RING, PAGE, List.of(new Box(100, 400, 200, 100)), 0, ""),
            new Mark.InkLine(PAGE, List.of(new Ink.Point(50, 500, 6), new Ink.Point(500, 700, 6))));
    try (Paper plain = Paper.open(pdf);
        Paper with = Paper.open(marked)) {
      BufferedImage expected = plain.picture(1, 300);
      BufferedImage picture = with.picture(1, 300);
      for (int y = 0; y < expected.getHeight(); y++) {
        for (int x = 0; x < expected.getWidth(); x++) {
          assertThat(picture.getRGB(x, y)).isEqualTo(expected.getRGB(x, y));
        }
      }
    }
  }

  @Test
  void whatIsCoveredIsNowhereInTheFile() throws IOException {
    Path pdf = TestPapers.twoColumns(directory);
    List<Word> words = words(pdf, 1);
    Box name = of(words, "Footbridge");
    Path marked =
        marked(
            pdf,
            Mark.of(Kind.COVER, PAGE, List.of(name), 0, "Footbridge"),
            Mark.of(Kind.RING, PAGE, List.of(name), 0, "Footbridge"),
            Mark.of(Kind.RING, PAGE, List.of(of(words, "Due")), 0, "Due"));
    String left = text(List.of("pdftotext", "-f", "1", "-l", "1", marked.toString(), "-"));
    assertThat(left).doesNotContain("Footbridge").contains("The", "Project, page 1", "25 points");
    assertThat(annotations(marked, 1)).hasSize(2).noneMatch(a -> a.contains("Footbridge"));
    // Every stream and every string of the file, unpacked. The second page still says it once.
    Path clean = directory.resolve("clean.pdf");
    Path first = directory.resolve("first.pdf");
    text(List.of("mutool", "clean", "-gggg", marked.toString(), first.toString(), "1"));
    text(List.of("mutool", "clean", "-d", "-i", first.toString(), clean.toString()));
    assertThat(Files.readString(clean, StandardCharsets.ISO_8859_1)).doesNotContain("Footbridge");
  }

  @Test
  void aCoveredPaperSaysHowFarItIsAndCanBeLeft() throws IOException {
    Path pdf = TestPapers.pages(directory, 3);
    Mark cover = Mark.of(Kind.COVER, PAGE, List.of(new Box(10, 10, 50, 50)), 0, "");
    List<List<NamedMark>> marks = List.of(List.of(new NamedMark("cover", cover)));
    Path to = directory.resolve("left.pdf");
    List<String> told = new ArrayList<>();
    MarkedPdf.write(pdf, "Paper", marks, to, (done, all) -> told.add(done + " of " + all));
    assertThat(told).containsExactly("0 of 3", "1 of 3", "2 of 3");
    Files.delete(to);
    assertThatThrownBy(
            () ->
                MarkedPdf.write(
                    pdf,
                    "Paper",
                    marks,
                    to,
                    (done, all) -> {
                      if (done == 1) {
                        throw new IllegalStateException("cancelled");
                      }
                    }))
        .hasMessage("cancelled");
    assertThat(to).doesNotExist();
  }

  @Test
  void underACoverEveryPictureIsTheSame() {
    List<Box> covers = List.of(new Box(20.3, 10.7, 50.5, 12.2));
    BufferedImage onWhite = CoveredPicture.of(filled(Color.WHITE), 100, covers);
    BufferedImage onBlack = CoveredPicture.of(filled(Color.BLACK), 100, covers);
    for (int y = 22; y < 45; y++) {
      for (int x = 41; x < 141; x++) {
        assertThat(onWhite.getRGB(x, y)).isEqualTo(onBlack.getRGB(x, y));
      }
    }
    assertThat(onWhite.getRGB(30, 30)).isEqualTo(Color.WHITE.getRGB());
    assertThat(onBlack.getRGB(30, 30)).isEqualTo(Color.BLACK.getRGB());
  }

  private static BufferedImage filled(Color color) {
    BufferedImage image = new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(color);
    g.fillRect(0, 0, 200, 100);
    g.dispose();
    return image;
  }

  @ParameterizedTest
  @EnumSource
  void everyKindThatIsShownIsInThePdfAndNoOther(Mark.Kind kind) throws IOException {
    Mark mark =
        Mark.of(
            kind,
            PAGE,
            List.of(new Box(120, 80, 60, 12)),
            kind == Mark.Kind.NUMBER ? 3 : 0,
            kind.quotes() ? "" : "In pencil",
            kind == Mark.Kind.INK
                ? List.of(new Ink.Point(100, 80, 2), new Ink.Point(140, 90, 2))
                : List.of());
    List<Mark.Kind> read =
        marks(marked(TestPapers.twoColumns(directory), mark), 1).stream().map(Mark::kind).toList();
    assertThat(read).isEqualTo(kind.isShown() ? List.of(kind) : List.of());
  }
}
