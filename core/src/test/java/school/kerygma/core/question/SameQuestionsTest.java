package school.kerygma.core.question;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.question.SameQuestions.Asked;

/** What a teacher would lay side by side was decided pair by pair (common practice). */
class SameQuestionsTest {

  private static final UUID STOP = new UUID(0, 1);

  private static Asked asked(int who, UUID place, long atMs, String words) {
    return new Asked(UUID.randomUUID(), new UUID(1, who), place, atMs, words);
  }

  @ParameterizedTest
  @CsvSource({
    "How many bridges do we draw?, How many bridges?, 0, true",
    "Do I have to draw three bridges?, is it three bridges or two, 4, true",
    "What does abutment mean?, what is an abutment, 40, true",
    "What is a truss?, what is an arch?, 2, false",
    "Can we work in pairs?, can I work in a pair with Wren, 90, true",
    "When is it due?, where do I hand it in?, 3, false",
    "Which paper?, Is squared paper ok?, 5, true", // at the same second
    "Which paper do we use for the card model?, Do we weigh the model?, 100, false",
    "How long should it be?, how LONG must it be, 200, true",
    "What?, Why?, 1, true", // nothing but common words, at the same place
  })
  void questionsThatAskTheSameLieSideBySide(String a, String b, int seconds, boolean same) {
    int groups =
        SameQuestions.of(List.of(asked(1, STOP, 0, a), asked(2, STOP, 1000L * seconds, b))).size();
    assertThat(groups).isEqualTo(same ? 1 : 2);
  }

  @Test
  void whatIsAskedAboutAnotherPlaceIsAnotherQuestion() {
    assertThat(
            SameQuestions.of(
                List.of(
                    asked(1, STOP, 0, "How many bridges?"),
                    asked(2, new UUID(0, 2), 0, "How many bridges?"))))
        .hasSize(2);
  }

  @Test
  void whatMostAskComesFirstAndOnePersonCountsOnce() {
    List<SameQuestions.Group> groups =
        SameQuestions.of(
            List.of(
                asked(1, STOP, 0, "What is a truss?"),
                asked(1, STOP, 0, "truss??"),
                asked(2, STOP, 0, "How many bridges?"),
                asked(3, STOP, 0, "how many bridges do we sketch"),
                asked(4, STOP, 0, "bridges how many")));
    assertThat(groups).hasSize(2);
    assertThat(groups.getFirst().askers()).isEqualTo(3);
    assertThat(groups.get(1).askers()).isEqualTo(1);
    assertThat(groups.getFirst().isEverybodys(28)).isTrue();
    assertThat(groups.getFirst().isEverybodys(31)).isFalse();
    assertThat(groups.get(1).isEverybodys(5)).isFalse();
    // Half of those who watched went back to it.
    assertThat(groups.getFirst().isEverybodys(31, 5, 10)).isTrue();
    assertThat(groups.getFirst().isEverybodys(31, 4, 10)).isFalse();
    assertThat(groups.get(1).isEverybodys(31, 9, 10)).isFalse();
  }
}
