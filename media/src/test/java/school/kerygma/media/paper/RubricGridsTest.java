package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.GridReader;
import school.kerygma.core.rubric.Rubric;

/** Rubrics drawn in the ways of the trade (common practice), every cell checked. */
class RubricGridsTest {

  /** How the table is drawn. */
  enum Layout {
    RULED,
    THIN_BARS,
    DOUBLE_LINES,
    CELL_BY_CELL,
    LEVEL_LINES_ONLY,
    HEAD_AND_FOOT_ONLY_SHADED,
    SHADED_ROWS,
    BORDERLESS,
    TITLE_ACROSS,
    ROTATED,
    CROPPED,
    TWO_ON_A_PAGE
  }

  private static final List<List<String>> ROWS =
      List.of(
          List.of("Criterion", "Very good", "Not yet"),
          List.of("Sketches, 6 points", "Three bridges, labeled,\nwith all the forces", "One"),
          List.of("Load table,\n6 points", "Six rows", "Fewer rows than\nthat"),
          List.of("Model, 4 points", "Carries 500 g", "Needs a hand"),
          List.of("Total", "16 points", "0 points"));
  private static final float[] XS = {60, 200, 380, 540};
  private static final float[] HEIGHTS = {26, 40, 40, 26, 26};

  @TempDir private static Path directory;

  private static List<Grid> grids(Layout layout) throws IOException {
    Path file = directory.resolve(layout + ".pdf");
    try (PDDocument document = new PDDocument()) {
      boolean turned = layout == Layout.ROTATED;
      PDPage page = new PDPage(new PDRectangle(turned ? 792 : 612, turned ? 612 : 792));
      document.addPage(page);
      if (layout == Layout.CROPPED) {
        page.setCropBox(new PDRectangle(30, 100, 560, 660));
      }
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        if (turned) {
          // Drawn so that it stands upright when the page is shown turned by 90 degrees.
          page.setRotation(90);
          content.transform(new org.apache.pdfbox.util.Matrix(0, 1, -1, 0, 792, 0));
        }
        text(content, 60, 740, "How the bridge is marked");
        table(content, layout, 700);
        if (layout == Layout.TWO_ON_A_PAGE) {
          table(content, layout, 400);
        }
      }
      document.save(file.toFile());
    }
    try (Paper paper = Paper.open(file)) {
      return GridReader.read(paper.page(1), paper.rulings(1));
    }
  }

  private static void text(PDPageContentStream content, float x, float y, String text)
      throws IOException {
    content.beginText();
    content.setFont(new PDType1Font(FontName.HELVETICA), 10);
    content.newLineAtOffset(x, y);
    content.showText(text);
    content.endText();
  }

  private static void table(PDPageContentStream content, Layout layout, float top)
      throws IOException {
    float y = top;
    List<Float> ys = new ArrayList<>(List.of(y));
    if (layout == Layout.TITLE_ACROSS) {
      text(content, XS[0] + 5, y - 16, "Footbridge");
      y -= 26;
      ys.add(y);
    }
    for (int r = 0; r < ROWS.size(); r++) {
      boolean shaded =
          layout == Layout.SHADED_ROWS && r % 2 == 0
              || layout == Layout.HEAD_AND_FOOT_ONLY_SHADED && (r == 0 || r == 4);
      if (shaded) {
        content.setNonStrokingColor(0.85f);
        content.addRect(XS[0], y - HEIGHTS[r], XS[3] - XS[0], HEIGHTS[r]);
        content.fill();
        content.setNonStrokingColor(0f);
      }
      for (int c = 0; c < 3; c++) {
        String[] lines = ROWS.get(r).get(c).split("\n");
        for (int l = 0; l < lines.length; l++) {
          text(content, XS[c] + 5, y - 16 - 12 * l, lines[l]);
        }
      }
      y -= HEIGHTS[r];
      ys.add(y);
    }
    lines(content, layout, ys);
  }

  private static void lines(PDPageContentStream content, Layout layout, List<Float> ys)
      throws IOException {
    float top = ys.getFirst();
    float bottom = ys.getLast();
    switch (layout) {
      case BORDERLESS, SHADED_ROWS, HEAD_AND_FOOT_ONLY_SHADED -> {}
      case THIN_BARS -> {
        for (float y : ys) {
          content.addRect(XS[0], y - 0.4f, XS[3] - XS[0], 0.8f);
        }
        for (float x : XS) {
          content.addRect(x - 0.4f, bottom, 0.8f, top - bottom);
        }
        content.fill();
      }
      case CELL_BY_CELL -> {
        for (int r = 0; r + 1 < ys.size(); r++) {
          for (int c = 0; c < 3; c++) {
            content.addRect(XS[c], ys.get(r + 1), XS[c + 1] - XS[c], ys.get(r) - ys.get(r + 1));
          }
        }
        content.stroke();
      }
      default -> {
        float[] apart = layout == Layout.DOUBLE_LINES ? new float[] {-1.2f, 1.2f} : new float[] {0};
        for (float off : apart) {
          for (float y : ys) {
            stroke(content, XS[0], y + off, XS[3], y + off);
          }
          if (layout != Layout.LEVEL_LINES_ONLY) {
            for (int i = 0; i < XS.length; i++) {
              boolean inner = i == 1 || i == 2;
              float from = layout == Layout.TITLE_ACROSS && inner ? ys.get(1) : top;
              stroke(content, XS[i] + off, from, XS[i] + off, bottom);
            }
          }
        }
      }
    }
  }

  private static void stroke(PDPageContentStream content, float x1, float y1, float x2, float y2)
      throws IOException {
    content.moveTo(x1, y1);
    content.lineTo(x2, y2);
    content.stroke();
  }

  private static List<List<String>> texts(Grid grid, int from) {
    List<List<String>> rows = new ArrayList<>();
    for (int r = from; r < grid.rows(); r++) {
      List<String> row = new ArrayList<>();
      for (int c = 0; c < grid.columns(); c++) {
        row.add(grid.text(r, c));
      }
      rows.add(row);
    }
    return rows;
  }

  private static List<List<String>> expected() {
    return ROWS.stream().map(r -> r.stream().map(t -> t.replace('\n', ' ')).toList()).toList();
  }

  @ParameterizedTest
  @EnumSource(Layout.class)
  void everyCellIsFoundHoweverTheTableIsDrawn(Layout layout) throws IOException {
    List<Grid> grids = grids(layout);
    assertThat(grids).hasSize(layout == Layout.TWO_ON_A_PAGE ? 2 : 1);
    for (Grid grid : grids) {
      assertThat(texts(grid, layout == Layout.TITLE_ACROSS ? 1 : 0)).isEqualTo(expected());
    }
  }

  @Test
  void aTitleOverAllColumnsIsOneMergedCell() throws IOException {
    Grid grid = grids(Layout.TITLE_ACROSS).getFirst();
    assertThat(grid.at(0, 2).orElseThrow().columnSpan()).isEqualTo(3);
    assertThat(grid.text(0, 0)).isEqualTo("Footbridge");
  }

  @ParameterizedTest
  @EnumSource(Layout.class)
  void criteriaLevelsAndPointsAreReadAndAddedUp(Layout layout) throws IOException {
    Rubric rubric = Rubric.of(grids(layout).getFirst()).orElseThrow();
    assertThat(rubric.levels())
        .extracting(Rubric.Level::name)
        .containsExactly("Very good", "Not yet");
    List<Rubric.Share> shares = rubric.readings().getFirst().shares();
    assertThat(shares)
        .extracting(Rubric.Share::name)
        .containsExactly("Sketches", "Load table", "Model");
    assertThat(shares)
        .extracting(s -> s.points().orElseThrow().intValueExact())
        .containsExactly(6, 6, 4);
    assertThat(rubric.sum()).contains(new BigDecimal(16));
  }

  @Test
  void aPageOfTextAndTwoColumnsOfTextAreNoTable() throws IOException {
    for (Path file : List.of(TestPapers.twoColumns(directory), TestPapers.pages(directory, 1))) {
      try (Paper paper = Paper.open(file)) {
        assertThat(GridReader.read(paper.page(1), paper.rulings(1))).isEmpty();
      }
    }
  }
}
