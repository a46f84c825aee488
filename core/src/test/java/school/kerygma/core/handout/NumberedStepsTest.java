package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** How sheets number what is to be done (common practice). */
class NumberedStepsTest {

  private static List<String> steps(String... lines) {
    Page page = SetPage.of(1, lines);
    return NumberedSteps.of(page).stream()
        .map(s -> s.number() + ": " + page.text().substring(s.labelEnd(), s.end()).strip())
        .toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"1. 2. 3.", "1) 2) 3)", "(1) (2) (3)", "7. 8. 9."})
  void oneNumberAfterTheOtherIsAList(String labels) {
    String[] label = labels.split(" ");
    int first = Integer.parseInt(label[0].replaceAll("\\D", ""));
    assertThat(steps("Now:", label[0] + " Draw", label[1] + " Weigh", label[2] + " Write"))
        .containsExactly(first + ": Draw", (first + 1) + ": Weigh", (first + 2) + ": Write");
  }

  @Test
  void aStepGoesOnOverItsLinesAndEndsWithItsParagraph() {
    assertThat(
            steps(
                "1. Draw three bridges and",
                "   label all of their parts.",
                "2. Weigh them",
                "and write it down.",
                "",
                "Then clean the table."))
        .containsExactly(
            "1: Draw three bridges and label all of their parts.",
            "2: Weigh them and write it down.");
  }

  @Test
  void aLineFurtherLeftBelongsToTheStepNoMore() {
    assertThat(steps("   1. Draw", "   2. Weigh", "Clean the table."))
        .containsExactly("1: Draw", "2: Weigh");
  }

  @Test
  void numbersInsideALineOrAloneAreNoSteps() {
    assertThat(
            steps("We meet in room 1. 2. is closed.", "It takes from 8 until", "12. Come early."))
        .isEmpty();
  }

  @Test
  void twoListsBeginAnew() {
    assertThat(steps("1. Draw", "2. Weigh", "", "1. Cut", "2. Glue"))
        .containsExactly("1: Draw", "2: Weigh", "1: Cut", "2: Glue");
  }

  @Test
  void aLabelFarFromItsWordsStillBeginsItsStep() {
    assertThat(steps("1.       Draw", "2.       Weigh it and", "         write it down"))
        .containsExactly("1: Draw", "2: Weigh it and write it down");
  }
}
