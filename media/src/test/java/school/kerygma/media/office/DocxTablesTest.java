package school.kerygma.media.office;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.media.office.Docx.cell;
import static school.kerygma.media.office.Docx.paragraph;
import static school.kerygma.media.office.Docx.row;
import static school.kerygma.media.office.Docx.table;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.GridReader;
import school.kerygma.core.rubric.Rubric;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.core.rubric.TablePlacer;
import school.kerygma.core.rubric.WrittenTable;
import school.kerygma.media.paper.Paper;

/** Tables of DOCX files (ECMA-376, part 1, 17.4), set by Debian's LibreOffice. */
class DocxTablesTest {

  private static final String ON = "<w:vMerge/>";
  private static final String DOWN = "<w:vMerge w:val=\"restart\"/>";

  @TempDir private static Path directory;

  private static OfficeConverter converter;

  @BeforeAll
  static void begin() {
    converter = new OfficeConverter(directory.resolve("office"));
  }

  @AfterAll
  static void end() {
    converter.close();
  }

  private static String across(int columns) {
    return "<w:gridSpan w:val=\"" + columns + "\"/>";
  }

  /** The tables of each page. */
  private static List<List<Grid>> grids(String name, String body) throws IOException {
    Path docx = Docx.write(directory.resolve(name + ".docx"), body, "");
    Path pdf = directory.resolve(name + ".pdf");
    converter.toPdf(docx, OfficeKind.DOCX, pdf);
    try (Paper paper = Paper.open(pdf)) {
      List<Page> pages = IntStream.rangeClosed(1, paper.pageCount()).mapToObj(paper::page).toList();
      Map<Integer, List<Ruling>> rulings =
          TablePlacer.rulings(DocxTables.read(docx), pages, paper::rulings);
      return pages.stream().map(p -> GridReader.read(p, rulings.get(p.number()))).toList();
    }
  }

  private static List<List<String>> texts(Grid grid) {
    List<List<String>> rows = new ArrayList<>();
    for (int r = 0; r < grid.rows(); r++) {
      List<String> row = new ArrayList<>();
      for (int c = 0; c < grid.columns(); c++) {
        row.add(grid.text(r, c));
      }
      rows.add(row);
    }
    return rows;
  }

  private static String merged(boolean ruled) {
    return paragraph("Look at the Criterion before you build.")
        + table(ruled, 2400, 2400, 2400, 1200)
        + row(cell(across(4), "How the footbridge is marked"))
        + row(cell("Criterion"), cell("Very good"), cell("Not yet"), cell("Score"))
        + row(
            cell(DOWN, "Sketches, 6 points"),
            cell("Three bridges, labeled, with all the forces drawn on them"),
            cell("One"),
            cell(""))
        + row(cell(ON, ""), cell(across(2), "Neat, or in pencil"), cell(""))
        + row(cell("Model, 4 points"), cell("Carries 500 g"), cell("Needs a hand"), cell(""))
        + "</w:tbl><w:p/>";
  }

  /** Without lines too, with cells merged both ways, a wrapped cell and an empty column. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void everyCellIsAsItIsWrittenWithLinesOrWithout(boolean ruled) throws IOException {
    Grid grid = grids("merged " + ruled, merged(ruled)).getFirst().getFirst();
    assertThat(texts(grid))
        .containsExactly(
            List.of(
                "How the footbridge is marked",
                "How the footbridge is marked",
                "How the footbridge is marked",
                "How the footbridge is marked"),
            List.of("Criterion", "Very good", "Not yet", "Score"),
            List.of(
                "Sketches, 6 points",
                "Three bridges, labeled, with all the forces drawn on them",
                "One",
                ""),
            List.of("Sketches, 6 points", "Neat, or in pencil", "Neat, or in pencil", ""),
            List.of("Model, 4 points", "Carries 500 g", "Needs a hand", ""));
    assertThat(grid.at(2, 0).orElseThrow().rowSpan()).isEqualTo(2);
    assertThat(grid.at(3, 1).orElseThrow().columnSpan()).isEqualTo(2);
  }

  /** Two columns without a line are no table by their look; the file knows better. */
  @Test
  void aTableOfTwoColumnsWithoutALineIsFoundAndAddedUp() throws IOException {
    Grid grid =
        grids(
                "two",
                table(false, 3000, 5000)
                    + row(cell("Criterion"), cell("Full marks"))
                    + row(cell("Sketches"), cell("6 points: three of them"))
                    + row(cell("Model"), cell("4 points: it stands"))
                    + "</w:tbl><w:p/>")
            .getFirst()
            .getFirst();
    assertThat(Rubric.of(grid).orElseThrow().sum()).contains(new java.math.BigDecimal(10));
  }

  /** What a rubric is worth does not hang on whether its file is at hand, or its PDF alone. */
  @Test
  void theTwoReadersOfAPaperAgreeAboutItsRubrics() throws IOException {
    List<String> bodies =
        List.of(
            table(true, 2500, 2500, 2500, 1500)
                + row(cell("Criteria"), cell("Excellent (4)"), cell("Weak (2)"), cell("Weight"))
                + row(cell("Ideas"), cell("deep thought"), cell("thin thought"), cell("x 5"))
                + row(cell("Words"), cell("vivid words"), cell("plain words"), cell("x 2"))
                + "</w:tbl><w:p/>",
            table(true, 2000, 5000)
                + row(cell("Score"), cell("What it looks like"))
                + row(cell("4"), cell("All parts are there and right."))
                + row(cell("3"), cell("Most parts are there."))
                + row(cell("2"), cell("Some parts are there."))
                + row(cell("1"), cell("Little was done."))
                + "</w:tbl><w:p/>",
            table(true, 2500, 2500, 2500)
                + row(cell("Part"), cell("Points possible"), cell("Points earned"))
                + row(cell("Plan"), cell("2.5"), cell(""))
                + row(cell("Draft"), cell("10"), cell(""))
                + row(cell("Total"), cell("12.5"), cell(""))
                + "</w:tbl><w:p/>");
    for (int i = 0; i < bodies.size(); i++) {
      Path docx = Docx.write(directory.resolve("two" + i + ".docx"), bodies.get(i), "");
      Path pdf = directory.resolve("two" + i + ".pdf");
      converter.toPdf(docx, OfficeKind.DOCX, pdf);
      try (Paper paper = Paper.open(pdf)) {
        Page page = paper.page(1);
        List<Ruling> written =
            TablePlacer.rulings(DocxTables.read(docx), List.of(page), paper::rulings).get(1);
        Rubric fromFile = Rubric.of(GridReader.read(page, written).getFirst()).orElseThrow();
        Rubric fromPage =
            Rubric.of(GridReader.read(page, paper.rulings(1)).getFirst()).orElseThrow();
        assertThat(fromFile).isEqualTo(fromPage);
        assertThat(fromFile.sum()).isPresent();
      }
    }
  }

  /** Words that only the page has, as the numbers of a list, are no hindrance. */
  @Test
  void aNumberedListInACellIsPartOfTheCell() throws IOException {
    String item =
        "<w:p><w:pPr><w:numPr><w:ilvl w:val=\"0\"/><w:numId w:val=\"1\"/></w:numPr></w:pPr><w:r><w:t>";
    String body =
        table(false, 3000, 5000)
            + row(cell("Step"), cell("What to do"))
            + row(
                cell("First"),
                "<w:tc><w:tcPr/>"
                    + item
                    + "Weigh the arch</w:t></w:r></w:p>"
                    + item
                    + "Write it down</w:t></w:r></w:p></w:tc>")
            + row(cell("Then"), cell("Hand it in"))
            + "</w:tbl><w:p/>";
    Grid grid = grids("list", body).getFirst().getFirst();
    assertThat(grid.text(1, 1)).contains("Weigh the arch").contains("Write it down");
    assertThat(grid.text(2, 1)).isEqualTo("Hand it in");
  }

  @Test
  void aLongTableHasItsRowsOnEachPage() throws IOException {
    StringBuilder body = new StringBuilder(table(false, 2400, 6000));
    for (int i = 1; i <= 60; i++) {
      body.append(row(cell("Criterion " + i), cell(i + " points if all of it is there")));
    }
    List<List<Grid>> pages = grids("long", body.append("</w:tbl><w:p/>").toString());
    assertThat(pages.size()).isGreaterThan(1);
    List<String> names = new ArrayList<>();
    for (List<Grid> page : pages) {
      assertThat(page).hasSize(1);
      texts(page.getFirst()).forEach(r -> names.add(r.getFirst()));
    }
    assertThat(names)
        .isEqualTo(IntStream.rangeClosed(1, 60).mapToObj(i -> "Criterion " + i).toList());
  }

  @Test
  void cellsAndWidthsAreReadAsTheyAreWritten() throws IOException {
    Path docx = Docx.write(directory.resolve("read.docx"), merged(true), "");
    WrittenTable table = DocxTables.read(docx).getFirst();
    assertThat(table.widths()).containsExactly(120.0, 120.0, 120.0, 60.0);
    assertThat(table.cells()).hasSize(1 + 4 + 4 + 2 + 4);
    assertThat(table.cells())
        .contains(
            new WrittenTable.Cell(2, 0, 2, 1, "Sketches, 6 points"),
            new WrittenTable.Cell(3, 1, 1, 2, "Neat, or in pencil"));
  }

  @Test
  void whatIsNoDocxHasNoTables() throws IOException {
    Path file = Files.writeString(directory.resolve("no.docx"), "nothing of the kind");
    assertThat(DocxTables.read(file)).isEmpty();
  }
}
