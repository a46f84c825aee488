package school.kerygma.app.paper.margin;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;

/** Rubrics of papers: read, added up, mended, and mended still in the next edition. */
class RubricsTest {

  private static Chromium chromium;

  @TempDir private Path directory;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static void keep(Page page) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep the table")).click();
  }

  /** A word processor's table without a line; cells are parted by bars. */
  private Path table(String name, List<String> rows) throws Exception {
    Path file = directory.resolve(name);
    try (XWPFDocument document = new XWPFDocument();
        OutputStream out = Files.newOutputStream(file)) {
      int columns = rows.getFirst().split("\\|").length;
      XWPFTable table = document.createTable(rows.size(), columns);
      table.removeBorders();
      for (int row = 0; row < rows.size(); row++) {
        String[] cells = rows.get(row).split("\\|");
        for (int column = 0; column < columns; column++) {
          table.getRow(row).getCell(column).setText(cells[column]);
        }
      }
      document.write(out);
    }
    return file;
  }

  @Test
  void aMendedCellGoesWithItsRowIntoANewEditionUnlessItSaysSomethingElseThere() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    String head = "Criterion|Full marks";
    String model = "Model|4 points";
    UUID handout =
        Papers.bring(
            school, table("marks.docx", List.of(head, "Sketches|5 points", model, "Load|1 point")));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      String rubric = DemoServer.address() + "/handouts/" + handout + "/rubric";
      page.navigate(rubric);
      page.getByLabel("Row 2, column 2").fill("6 points");
      keep(page);
      assertThat(page.locator("main")).containsText("11 points of 3 criteria");
      Papers.bringEdition(
          school,
          handout,
          table("marks2.docx", List.of(head, "Talk|2 points", "Sketches|5 points", model)));
      page.navigate(rubric);
      assertThat(page.getByLabel("Row 3, column 2")).hasValue("6 points");
      assertThat(page.locator("main")).containsText("12 points of 3 criteria");
      page.getByLabel("Row 2, column 2").fill("3 points"); // what was mended before stays so
      keep(page);
      assertThat(page.locator("main")).containsText("13 points of 3 criteria");
      Papers.bringEdition(
          school,
          handout,
          table("marks3.docx", List.of(head, "Talk|2 points", "Sketches|8 points", model)));
      page.navigate(rubric);
      assertThat(page.locator("main")).containsText("15 points of 3 criteria");
      page.navigate(DemoServer.address() + "/handouts/" + handout + "/edition");
      assertThat(page.locator("main")).containsText("Decided, and not found again");
      assertThat(page.locator("main li")).hasText("6 points");
    }
  }

  /** Eighty rows without a line, of a point each: more than one page holds. */
  @Test
  void aRubricOfAWordProcessorThatGoesOverTwoPagesIsAddedUpAsOne() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    List<String> rows = new ArrayList<>(List.of("Criterion|Full marks"));
    IntStream.rangeClosed(1, 78).forEach(i -> rows.add("Beam " + i + "|1 point if it holds"));
    rows.add("Total|79 points");
    Path file = table("long rubric.docx", rows);
    UUID handout = Papers.bring(school, file);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout + "/rubric");
      assertThat(page.locator("main")).containsText("On pages 1 to 2");
      assertThat(page.locator("main")).containsText("78 points of 78 criteria");
      assertThat(page.locator("main")).containsText("The table itself says 79.");
      page.getByLabel("Row 2, column 1", new Page.GetByLabelOptions().setExact(true))
          .first()
          .fill("Beam 1, 2 points");
      keep(page);
      assertThat(page.locator("main")).containsText("79 points of 78 criteria");
      assertThat(page.locator("main")).not().containsText("The table itself says");
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void aTableThatCanBeReadInTwoWaysAsksAndKeepsTheAnswer() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path file =
        table(
            "two ways.docx",
            List.of(
                "Criteria|Excellent (4 points)|Weak (2 points)|Points possible",
                "Ideas|deep thought|thin thought|20",
                "Words|vivid words|plain words|30"));
    UUID handout = Papers.bring(school, file);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      assertThat(page.locator("main")).containsText("Which one is meant?");
      page.navigate(DemoServer.address() + "/handouts/" + handout + "/rubric");
      assertThat(page.locator("fieldset .numeral")).hasText(new String[] {"50", "8"});
      Chromium.assertAccessible(page);
      page.getByLabel("This is meant: as the column of points says").click();
      assertThat(page.locator("section p").first()).containsText("50 points of 2 criteria");
      page.reload();
      assertThat(page.locator("section p").first()).containsText("50 points of 2 criteria");
      page.getByText("Ask again").click();
      assertThat(page.locator("fieldset .numeral")).hasText(new String[] {"50", "8"});
    }
  }

  /** The demonstration's rubric has five criteria of 6 + 6 + 4 + 4 + 4 = 24 points. */
  @Test
  void aRubricIsReadCellByCellAddedUpAndMended() {
    UUID rubric =
        TestSchool.id("select handout_id from edition where file_name like 'Footbridge rubric%'");
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      page.navigate(DemoServer.address() + "/handouts/" + rubric);
      page.getByText("Its table, cell by cell").click();
      assertThat(page.locator("section p").first()).containsText("24 points of 5 criteria");
      assertThat(page.getByLabel("Row 4, column 2")).hasValue("1:20, carries 500 g for a minute");
      page.getByLabel("Row 2, column 1").fill("Sketches, 7 points");
      keep(page);
      assertThat(page.locator("section p").first()).containsText("25 points of 5 criteria");
      page.getByLabel("Row 2, column 1").fill("Sketches, 6 points"); // as it was read
      keep(page);
      assertThat(page.locator("section p").first()).containsText("24 points of 5 criteria");
      assertThat(TestSchool.count("select count(*) from rubric_cell")).isZero();
    }
  }
}
