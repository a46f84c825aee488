package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What a click on a level gives. Common practice of rubrics; there is no standard. */
class MarkedByTest {

  private static MarkedBy of(String table) {
    Grid grid = RubricTest.grid(table);
    return MarkedBy.of(Rubric.of(grid).orElseThrow(), grid);
  }

  private static List<String> said(MarkedBy by) {
    return by.criteria().stream()
        .map(
            c ->
                c.name()
                    + " of "
                    + c.most().map(BigDecimal::toPlainString).orElse("?")
                    + ": "
                    + c.levels().stream()
                        .map(
                            l ->
                                l.name()
                                    + " "
                                    + l.points().map(p -> p.high().toPlainString()).orElse("?")
                                    + " "
                                    + l.asks())
                        .collect(Collectors.joining("; ")))
        .toList();
  }

  @Test
  void aLevelGivesThePointsOfItsHead() {
    assertThat(
            said(
                of(
                    "Criterion|Strong (4)|Fair (2)|Weak (1) // Units|in every row|in most|in none // Safe load|stated and shown|stated|missing")))
        .containsExactly(
            "Units of 4: Strong 4 in every row; Fair 2 in most; Weak 1 in none",
            "Safe load of 4: Strong 4 stated and shown; Fair 2 stated; Weak 1 missing");
  }

  @Test
  void orWhatItsCellSays() {
    assertThat(
            said(
                of(
                    "Criterion|Strong|Fair|Weak // Units|in every row (6 points)|in most (4 points)|in none (1 point) // Drawing|to scale (10 points)|by eye (5 points)|none (0 points)")))
        .containsExactly(
            "Units of 6: Strong 6 in every row (6 points); Fair 4 in most (4 points); Weak 1 in none (1 point)",
            "Drawing of 10: Strong 10 to scale (10 points); Fair 5 by eye (5 points); Weak 0 none (0 points)");
  }

  @Test
  void whatTheTableDoesNotSayIsNotGuessed() {
    assertThat(
            said(
                of(
                    "Criterion|Points|Strong|Fair|Weak // Units|6|in every row|in most|in none // Drawing|10|to scale|by eye|none")))
        .containsExactly(
            "Units of 6: Strong ? in every row; Fair ? in most; Weak ? in none",
            "Drawing of 10: Strong ? to scale; Fair ? by eye; Weak ? none");
  }

  @Test
  void theLevelAboveSaysWhatWouldBringIt() {
    MarkedBy by =
        of(
            "Criterion|Strong (4)|Fair (2)|Weak (1) // Units|in every row|in most|in none // Safe load|stated and shown|stated|missing");
    MarkedBy.Criterion units = by.criteria().getFirst();
    assertThat(units.above("Fair")).map(MarkedBy.Level::asks).contains("in every row");
    assertThat(units.above("Weak")).map(MarkedBy.Level::asks).contains("in most");
    assertThat(units.above("Strong")).isEmpty();
    assertThat(by.most()).contains(new BigDecimal(8));
  }

  @Test
  void levelsWithoutPointsAreRankedByWhatTheirEndsAreCalled() {
    MarkedBy falling =
        of(
            "Criterion|Points|Very good|Good|Not yet // Units|6|in every row|in most|in none // Drawing|10|to scale|by eye|none");
    assertThat(falling.criteria().getFirst().above("Good"))
        .map(MarkedBy.Level::asks)
        .contains("in every row");
    MarkedBy rising =
        of(
            "Criterion|Points|Beginning|Developing|Advanced // Units|6|in none|in most|in every row // Drawing|10|none|by eye|to scale");
    assertThat(rising.criteria().getFirst().above("Developing"))
        .map(MarkedBy.Level::asks)
        .contains("in every row");
    assertThat(rising.criteria().getFirst().above("Advanced")).isEmpty();
  }
}
