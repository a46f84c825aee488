package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import school.kerygma.core.dates.DatePhrases.Doubt;
import school.kerygma.core.proof.Fact.Kind;
import school.kerygma.core.proof.OpenQuestions.Turn;

/** Which questions of a paper stand open at once (common practice: few). */
class OpenQuestionsTest {

  private static Fact due(String quote, String value, Doubt doubt) {
    return new Fact(Kind.DUE, 0, quote.length(), quote, value, List.of(doubt));
  }

  @Test
  void threeStandOpenAndTheSameOneIsAskedOnce() {
    Fact friday = due("by Friday", "2026-10-02T23:59", Doubt.PERHAPS_DUE);
    List<Fact> asked =
        List.of(
            friday,
            due("By  Friday", "2026-10-02T23:59", Doubt.PERHAPS_DUE),
            due("by Monday", "2026-10-05T23:59", Doubt.PERHAPS_DUE),
            due("by Friday", "2026-10-09T23:59", Doubt.PERHAPS_DUE),
            due("9/10", "2026-10-09T23:59", Doubt.DAY_ORDER),
            friday,
            due("9/10", "2026-10-09T23:59", Doubt.DAY_ORDER));
    assertThat(OpenQuestions.turns(asked))
        .containsExactly(
            Turn.NOW, Turn.ABOVE, Turn.NOW, Turn.NOW, Turn.LATER, Turn.ABOVE, Turn.ABOVE_LATER);
  }

  @Test
  void whatIsPlainAsksNothing() {
    Fact plain = new Fact(Kind.DUE, 0, 6, "Friday", "2026-10-02T23:59", List.of());
    assertThat(OpenQuestions.isSame(plain, plain)).isFalse();
    assertThat(OpenQuestions.turns(List.of())).isEmpty();
  }

  @Test
  void neverMoreThanThreeStandOpen() {
    List<Fact> many =
        Stream.iterate(1, i -> i + 1)
            .limit(20)
            .map(i -> due("by day " + i, "2026-10-%02dT23:59".formatted(i), Doubt.PERHAPS_DUE))
            .toList();
    assertThat(OpenQuestions.turns(many)).filteredOn(Turn.NOW::equals).hasSize(3);
  }
}
