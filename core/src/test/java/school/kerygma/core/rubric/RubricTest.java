package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.handout.Box;

/**
 * Rubrics as teachers write them; common practice, there is no standard. A row is set off by //, a
 * cell by |; &lt; is merged with the cell before it, ^ with the one above.
 */
class RubricTest {

  static Grid grid(String table) {
    List<List<String>> rows = new ArrayList<>();
    for (String row : table.split(" ?// ?", -1)) {
      rows.add(Arrays.stream(row.split("\\|", -1)).map(String::strip).toList());
    }
    int columns = rows.stream().mapToInt(List::size).max().orElseThrow();
    List<Grid.Cell> cells = new ArrayList<>();
    for (int r = 0; r < rows.size(); r++) {
      for (int c = 0; c < columns; c++) {
        String text = text(rows, r, c);
        if (text.equals("<") || text.equals("^")) {
          continue;
        }
        int wide = 1;
        while (c + wide < columns && text(rows, r, c + wide).equals("<")) {
          wide++;
        }
        int high = 1;
        while (r + high < rows.size() && text(rows, r + high, c).equals("^")) {
          high++;
        }
        cells.add(new Grid.Cell(r, c, high, wide, new Box(100.0 * c, 20.0 * r, 100, 20), text));
      }
    }
    return new Grid(
        new Box(0, 0, 100.0 * columns, 20.0 * rows.size()), rows.size(), columns, cells);
  }

  private static String text(List<List<String>> rows, int r, int c) {
    return c < rows.get(r).size() ? rows.get(r).get(c) : "";
  }

  private static String said(Rubric.Reading reading) {
    return reading.sum().map(BigDecimal::toPlainString).orElse("unknown");
  }

  /** What is said of it: its form and the sums of its readings, or that it is none. */
  private static String said(String table) {
    return Rubric.of(grid(table))
        .map(
            r ->
                r.form().name().toLowerCase(java.util.Locale.ROOT)
                    + " "
                    + r.readings().stream()
                        .map(RubricTest::said)
                        .collect(Collectors.joining(" or "))
                    + (r.disagrees() ? ", says " + r.total().orElseThrow() : ""))
        .orElse("none");
  }

  @ParameterizedTest(name = "{1}")
  @CsvSource(
      delimiter = ';',
      value = {
        // Levels as heads of columns, name and points in any order.
        "criteria 12; Criteria | Excellent (4) | Good (3) | Fair (2) // Ideas | all clear | most clear | some clear // Order | in order | mostly in order | mixed up // Style | lively | plain | dull",
        "criteria 8; | 4 Advanced | 3 Proficient | 2 Basic | 1 Below // Ideas | a new idea | a good idea | an idea | none // Evidence | three facts | two facts | one fact | none",
        "criteria 30; Category | Outstanding (15-13 pts) | Good (12-10 pts) | Weak (9-0 pts) // Research | many sources | some sources | none // Delivery | clear and loud | mostly clear | mumbled",
        "criteria 40; | Excellent 20-16 | Good 15-11 | Fair 10-6 | Poor 5-0 // Content | rich detail | some detail | little detail | none // Design | careful work | mostly careful | hasty work | none",
        "criteria 8; Criteria | 4 | 3 | 2 | 1 // Voice | heard by everybody | heard by most | heard by few | not heard // Eye contact | looks at all | looks at most | looks at notes | looks away",
        "criteria 8; Criteria | 1 | 2 | 3 | 4 // Voice | not heard | heard by few | heard by most | heard by all // Eyes | looks away | looks at notes | looks at most | looks at all",
        "criteria 8; Trait | Exceeds 4 pts. | Meets 3 pts. | Approaching 2 pts. // Ideas | deep | clear | thin // Words | vivid | clear | plain",
        "criteria unknown; Expectation | Level 4 | Level 3 | Level 2 | Level 1 // Knowledge | thorough | considerable | some | limited // Thinking | thorough | considerable | some | limited",
        "criteria unknown; | Exceeds | Meets | Not yet // Ideas | deep | clear | thin // Words | vivid | clear | plain",
        "criteria unknown; | A (90-100%) | B (80-89%) | C (70-79%) // Ideas | deep | clear | thin // Words | vivid | clear | plain",
        // Two rows of heads.
        "criteria 8; Criteria | Level of quality | < | < // | 4 | 3 | 2 // Ideas | deep | clear | thin // Words | vivid | clear | plain",
        "criteria 10; Criteria | Excellent | Good | Weak // Points | 5 | 3 | 1 // Ideas | deep | clear | thin // Words | vivid | clear | plain",
        // Points in a column of their own, wherever it stands.
        "list 10; Criterion | What is asked | Points // Sketches | three bridges | 6 // Model | of card | 4",
        "list 10; Points | Criterion // 6 | Three sketches // 4 | A model of card",
        "list 13.5; Item | Worth // Title | 2.5 // Body | 10 // Names | 1",
        "criteria 50; Criteria | 4 Expert | 3 Skilled | 2 Learning | Points possible // Ideas | deep | clear | thin | 20 // Words | vivid | clear | plain | 30",
        "criteria 8; Criteria | 4 | 3 | 2 | Score // Ideas | deep thought | clear thought | thin thought | // Words | vivid words | clear words | plain words | ",
        "criteria 20; Criteria | Strong | Weak | Score // Ideas | deep | thin | ___/10 // Words | vivid | plain | ___/10",
        "list 25; Part | Points possible | Points earned // Plan | 5 | // Draft | 10 | // Final copy | 10 | // Total | 25 | ",
        "list 100; Name: ______ | Date: ______ // Component | Score // Poster (30 pts) | // Report (50 pts) | // Talk (20 pts) | // Total (100 pts) |",
        // A weight.
        "criteria 40; Criteria | 4 | 3 | 2 | Weight // Ideas | deep thought | clear thought | thin thought | x 5 // Words | vivid words | clear words | plain words | x 5",
        "criteria 28; Weight | Criteria | Excellent (4) | Fair (2) // ×5 | Ideas | deep | thin // 2× | Words | vivid | plain",
        "criteria unknown; Criteria | Excellent (4) | Fair (2) | Weight // Ideas | deep | thin | 60 % // Words | vivid | plain | 40 %",
        "criteria unknown; Criteria | Excellent (4) | Fair (2) | Weight // Ideas | deep | thin | 60 // Words | vivid | plain | 40",
        // Single-point rubrics.
        "criteria 10; Concerns | Criteria | Advanced // | The thesis is clear (5 points) | // | Three sources are named (5 points) | ",
        "list 10; What to work on | Standard | Points // | The thesis is clear | 5 // | Three sources | 5",
        "criteria unknown; Not yet | Criteria | Exceeds // | The thesis is clear | // | Three sources are named |",
        // Levels as rows.
        "levels 8; | Content | Delivery // Excellent (4) | rich detail | clear voice // Good (3) | some detail | mostly clear // Weak (1) | little detail | mumbled",
        "levels 20; Score | Ideas | Words // 10-8 | deep thought | vivid words // 7-5 | clear thought | clear words // 4-0 | thin thought | plain words",
        // The best counts.
        "holistic 4; Score | What it looks like // 4 | All parts are there and right. // 3 | Most parts are there. // 2 | Some parts are there. // 1 | Little was done.",
        "holistic 25; Level | Points | Description // Excellent | 25-23 | All of it is right. // Good | 22-18 | Most of it is right. // Weak | 17-0 | Little of it is right.",
        "holistic 6; Excellent (6) | All parts are there and right. // Good (4) | Most parts are there. // Poor (1) | Little was done.",
        "holistic unknown; Level | Description // Advanced | All parts are there. // Basic | Some parts are there.",
        // Checklists.
        "list 6; ☐ | Name on every page (2 points) // ☐ | Ruler used (2 points) // ☐ | Title centered (2 points)",
        "list 7; Done | Item | Points // □ | Title page | 2 // □ | Map | 5",
        "list 7; Item | ☑ | Points // Title | ☐ | 2 // Map | ☐ | 5",
        "list 7; Item | Yes | No | Points // Title page | | | 2 // Map | | | 5",
        "none; ☐ | Name on every page // ☐ | Ruler used // ☐ | Title centered",
        // A total row.
        "list 10; Criterion | Points // Sketches | 6 // Model | 4 // Total | 10",
        "list 10, says 12; Criterion | Points // Sketches | 6 // Model | 4 // Total | 12",
        "criteria 8; Criteria | 4 | 3 | 2 // Ideas | deep thought | clear thought | thin thought // Words | vivid words | clear words | plain words // Total | < | < | ____ / 8",
        "criteria 8, says 10; Criteria | Good (4) | Weak (2) // Ideas | deep | thin // Words | vivid | plain // Total points: ___/10 | |",
        "list 10; Part | Points // A. Plan | 4 // Subtotal | 4 // B. Draft | 6 // Total | 10",
        // Points in the name, in the cells, in bullets.
        "criteria 25; | Excellent | Good | Weak // Ideas (15 points) | deep | clear | thin // Words (10 points) | vivid | clear | plain",
        "criteria 15; Criteria | Excellent | Fair | Poor // Ideas | 10 - deep thought | 6 - clear thought | 2 - thin // Words | 5 - vivid words | 3 - clear | 1 - plain",
        "list 9; Criterion | What is asked // Title page | • a title (2 pts) • your name (1 pt) // Map | • a scale (2 pts) • a key (2 pts) • colors (2 pts)",
        // What stands over others counts once.
        "list 20; Criterion | Points // 1. Content | 12 // a) thesis | 6 // b) sources | 6 // 2. Style | 8",
        "list 20; Part | Task | Points // Plan | a sketch | 4 // ^ | a list | 6 // Build | a model | 10",
        "list 20; Part | Task | Points // Plan (10 points) | a sketch | 4 // ^ | a list | 6 // Build (10 points) | a model | 10",
        "list 10; Criterion | Points // Content (6 points) | < // Thesis | 3 // Sources | 3 // Form (4 points) | < // Title | 1 // Names | 3",
        "criteria 16; Part | Criterion | 4 Expert | 2 Learner // Plan | Sketch | deep | thin // ^ | List | full | short // Build | Model | firm | loose // ^ | Paint | even | thick",
        // Given on top or taken off, and not part of the sum.
        "list 10; Criterion | Points // Sketches | 6 // Model | 4 // Bonus: color | 2",
        "list 10; Criterion | Points // Sketches | 6 // Model | 4 // Late penalty | -2",
        // Two readings, and both are said.
        "holistic 10 or 18; Points | What it is for // 10 | A thesis that can be argued // 5 | Two sources that are named // 3 | Spelling and grammar",
        "holistic 6 or 15; 6 | Engaging, with vivid detail // 5 | Clear detail // 4 | Some detail",
        "holistic 3 or 6; 3 | A thesis // 2 | Two sources // 1 | Spelling",
        "criteria 20 or 10; | Excellent (5) | Weak (3) // Ideas | 10 pts | 6 pts // Words | 10 pts | 6 pts",
        "criteria 50 or 8; Criteria | Excellent (4 points) | Weak (2 points) | Points // Ideas | deep | thin | 20 // Words | vivid | plain | 30",
        "list 15 or 20; Criterion | Points // Content (10 points) | < // Thesis | 3 // Sources | 2 // Form (10 points) | < // Title | 4 // Names | 6",
        // A column to be filled in says what each row can give.
        "list 15; Criterion | Score (0-5) | Comments // Originality | | // Accuracy | | // Delivery | |",
        "list 10; No. | Item | Marks // 1 | Title | 1 mark // 2 | Axes | 2 marks // 3 | Points | 3 marks // 4 | Line | 4 marks",
        "levels 12; Level | Ideas | Order | Words // 4 Exceeds | deep | logical | vivid // 3 Meets | clear | fair | clear // 2 Below | thin | weak | plain",
        "holistic 4; How writing is marked | < // 4 | Engaging, with vivid detail // 3 | Clear detail // 2 | Some detail // 1 | Little",
        "criteria 6; Requirement | Yes (2) | Somewhat (1) | No (0) // Sentences | | | // Capital letters | | | // Periods | | |",
        "list 10, says 12; | Points // Title page | 4 // Outline | 6 // | 12",
        "list 15; Criterion | Points // Two points of view | 5 // Sources | 10 // Maximum | 15",
        "list 30; Group | Work | Points // Content | Facts | 10 // | Sources | 10 // Form | Neat | 5 // | On time | 5",
        "list 25; Ideas (10) | Order (10) | Voice (5) // a new idea | one by one | like yourself",
        "criteria 25; | Expert (5) | Learner (3) | Weight // Thesis | clear | vague | x 3 // Sources | three | one | x 2",
        "criteria 15; | Excellent (3) | Weak (1) // Ideas x 3 | deep | thin // Words ×2 | vivid | plain",
        // Something has no points.
        "list unknown; Criterion | Points // Sketches | 6 // Model | 4 // Neatness | ",
        // A row of points.
        "list 15; Part | Plan | Draft | Final // Points | 3 | 5 | 7",
      })
  void rubrics(String expected, String table) {
    assertThat(said(table)).isEqualTo(expected);
  }

  /** Tables that look a little like rubrics, and are none. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = ';',
      value = {
        "Week | 1 | 2 | 3 // Monday | read chapter one | read chapter two | test // Friday | quiz | quiz | party",
        "Load | 100 | 200 | 300 // Bend in mm | 2 | 4 | 7",
        "Material | Length // Card | 30 // String | 100",
        "Day | What we do // Monday | Read the sheet // Tuesday | Sketch three bridges",
        "Word | Meaning // beam | a bridge that lies on two banks // truss | triangles",
        "Name | Date // Ines | // Olu | ",
        "Trial | 1 | 2 | 3 // Time in seconds | 12 | 14 | 13",
        "Room | Teacher // 12 | Ms Brandt // 14 | Mr Osei",
        "Good habits | Why // Sleep | You learn better // Water | You think better",
        "Question | Answer // 1 | // 2 | // 3 |",
        "Time | Monday | Tuesday | Wednesday // 9:00 | Math | Reading | Art // 10:00 | Music | Math | Gym",
        "City | High | Low // Halifax | 14 | 6 // Truro | 15 | 5",
        "Team | Wins | Losses | Points // Otters | 4 | 2 | 8 // Herons | 3 | 3 | 6",
        "Player | Points | Rebounds // Ana | 12 | 4 // Ben | 8 | 9",
        "Fraction | Decimal | Percent // 1/2 | 0.5 | 50 % // 1/4 | 0.25 | 25 %",
        "x | 1 | 2 | 3 | 4 // y | 2 | 4 | 6 | 8",
        "Element | Symbol | Number // Hydrogen | H | 1 // Helium | He | 2",
        "Singular | Plural // child | children // mouse | mice",
        "Ingredient | Amount // Flour | 2 cups // Sugar | 1 cup // Eggs | 3",
        "Chapter | Pages | Due // 1 | 3-20 | Oct 5 // 2 | 21-40 | Oct 12",
        "Book | Author | Level // Charlotte | White | M // Holes | Sachar | V",
        "Event | Year // Stamp Act | 1765 // Tea Party | 1773",
        "Step | What to do // 1 | Wash your hands // 2 | Put on gloves",
        "Group | Members // 1 | Ana, Ben // 2 | Cy, Dee",
        "Word | Part of speech | Sentence // swift | adjective | The swift fox ran. // leap | verb | Frogs leap.",
        "Color | Votes // red | 12 // blue | 9 // green | 4",
        "Angle | Degrees // A | 45 // B | 90 // C | 45",
        "Price | Item // $2.50 | notebook // $1.00 | pencil",
        "Length (cm) | Mass (g) // 10 | 5 // 20 | 10 // 30 | 15",
        "Question | A | B | C // 1 | cat | dog | bird // 2 | red | blue | green",
        "Name | Grade | Room // Ana | 7 | 12 // Ben | 8 | 14",
        "Period | Class | Teacher // 1 | Math | Ms. Roy // 2 | Art | Mr. Osei",
        "Pros | Cons // It is cheap | It breaks // It is light | It is slow",
        "Know | Want to know | Learned // Birds lay eggs | Why do they migrate | ",
        "Date | Topic | Reading // Oct 5 | Rivers | pp. 3-8 // Oct 7 | Lakes | pp. 9-14",
        "Weather | Good | Bad // Sun | warm | burns // Rain | plants grow | wet socks",
        "Subject | Minutes // Reading | 20 // Math | 30 // Total | 50",
        "Month | Rainfall (mm) // Jan | 120 // Feb | 98 // Total | 218",
        "Material | Cost // Wood | 12 // Glue | 3 // Total | 15",
        "Sentence | True | False // Fish have gills. | | // Whales are fish. | |",
        "Sound | Always | Sometimes | Never // a dog barks | | | // a cow moos | | |",
      })
  void otherTablesAreNone(String table) {
    assertThat(said(table)).isEqualTo("none");
  }

  @Test
  void namesAreTheCriteriaAndNotTheirPointsOrBoxes() {
    assertThat(names("☐ | Title page (2 points) // ☐ | Map /5"))
        .containsExactly("Title page", "Map");
    assertThat(names("# | Criterion | Points // 1 | Plan | 4 // 2 | Draft | 6"))
        .containsExactly("Plan", "Draft");
    assertThat(names("Concerns | Criteria | Advanced // | Clear thesis (5) | // | Sources (5) | "))
        .containsExactly("Clear thesis", "Sources");
    assertThat(names("| Content | Voice // Good (2) | much | loud // Weak (1) | little | low"))
        .containsExactly("Content", "Voice");
  }

  private static List<String> names(String table) {
    return Rubric.of(grid(table)).orElseThrow().readings().getFirst().shares().stream()
        .map(Rubric.Share::name)
        .toList();
  }

  @Test
  void nameAndPointsOfALevelAreApart() {
    Rubric rubric =
        Rubric.of(
                grid(
                    "| Outstanding (15-13 pts) | 4 Advanced | Fair // Ideas | deep | clear | thin // Words | vivid | clear | plain"))
            .orElseThrow();
    assertThat(rubric.levels())
        .extracting(Rubric.Level::name)
        .containsExactly("Outstanding", "Advanced", "Fair");
    assertThat(rubric.levels())
        .extracting(Rubric.Level::points)
        .containsExactly(
            Optional.of(new Range(new BigDecimal(13), new BigDecimal(15))),
            Optional.of(Range.of(new BigDecimal(4))),
            Optional.empty());
  }

  @Test
  void aTotalOfTheTableDecidesBetweenReadings() {
    String table =
        "Criteria | Excellent (4 points) | Weak (2 points) | Points // Ideas | deep | thin | 20 // Words | vivid | plain | 30 // Total | | | ";
    assertThat(said(table + "50")).isEqualTo("criteria 50");
    assertThat(said(table + "8")).isEqualTo("criteria 8");
    assertThat(said(table + "9")).isEqualTo("criteria 50 or 8, says 9");
  }
}
