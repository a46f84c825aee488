package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChoiceBoardTest {

  private static final ChoiceBoard BOARD =
      ChoiceBoard.of(2, List.of("Draw it", "Build it", "Film it"), List.of());

  private static UUID id(ChoiceBoard board, int way) {
    return board.ways().get(way).id();
  }

  @Test
  void itIsDoneWhenEnoughOfItsOwnWaysAreDone() {
    Set<UUID> done = new HashSet<>(Set.of(id(BOARD, 0), UUID.randomUUID()));
    assertThat(BOARD.isDone(done)).isFalse();
    done.add(id(BOARD, 2));
    assertThat(BOARD.isDone(done)).isTrue();
  }

  @Test
  void aWayKeepsItsTicksWhenItIsMovedOrItsWordsAreMended() {
    ChoiceBoard mended =
        ChoiceBoard.of(1, List.of("Film it", "Draw it to scale", "Sing it"), BOARD.ways());
    assertThat(id(mended, 0)).isEqualTo(id(BOARD, 2));
    assertThat(id(mended, 1)).isEqualTo(id(BOARD, 1)); // the same place, other words
    assertThat(Set.of(id(BOARD, 1), id(BOARD, 2))).doesNotContain(id(mended, 2));
  }

  @Test
  void aChoiceOfOneOrMoreThanThereAreIsNone() {
    assertThatThrownBy(() -> ChoiceBoard.of(1, List.of("Draw it"), List.of()))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> ChoiceBoard.of(3, List.of("Draw it", "Build it"), List.of()))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> ChoiceBoard.of(1, List.of("Draw it", " "), List.of()))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "First answer, 2 days before | First answer | 2",
        "First answer (1 day before) | First answer | 1",
        "First answer - 10 Days Before. | First answer | 10",
        "Two replies | Two replies | 0",
        "Read what happened 2 days before | Read what happened 2 days before | 0",
        "Plan, then build | Plan, then build | 0"
      })
  void aPartMaySayHowManyDaysBeforeTheWholeItIsDue(String line, String text, int days) {
    ChoiceBoard parts = ChoiceBoard.of(2, List.of(line, "The rest"), List.of());
    assertThat(parts.ways().getFirst().text()).isEqualTo(text);
    assertThat(parts.ways().getFirst().daysBefore()).isEqualTo(days);
    assertThat(parts.isStaggered()).isEqualTo(days > 0);
    ChoiceBoard again =
        ChoiceBoard.of(2, List.of(parts.ways().getFirst().line(), "The rest"), List.of());
    assertThat(again.ways().getFirst().daysBefore()).isEqualTo(days);
    ChoiceBoard choice = ChoiceBoard.of(1, List.of(line, "The rest"), List.of());
    assertThat(choice.ways().getFirst().text()).isEqualTo(line);
    assertThat(choice.isStaggered()).isFalse();
  }

  @Test
  void aPartThatIsDueTooEarlyIsRefused() {
    assertThatThrownBy(() -> ChoiceBoard.of(2, List.of("A, 61 days before", "B"), List.of()))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
