package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

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
}
