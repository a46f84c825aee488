package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** Marks are changed after the take, and the take stays as it was recorded. */
class MarkChangeTest {

  private static final UUID PAGE = new UUID(1, 1);
  private static final Mark FILLED = new Mark.FilledIn(PAGE, new Box(100, 200, 60, 20), "a beam");
  private static final Mark INK =
      new Mark.InkLine(PAGE, List.of(new Ink.Point(10, 10, 2), new Ink.Point(30, 20, 2)));

  private static final Trace TRACE =
      new Trace(
          List.of(
              new TraceEvent.StopBegins(0, new UUID(2, 1), false),
              new TraceEvent.MarkMade(1_000, FILLED, 700),
              new TraceEvent.MarkMade(2_000, INK),
              new TraceEvent.Wiped(3_000, PAGE)));

  private static TraceEvent.MarkMade made(Trace trace, int number) {
    return trace.marks(Map.of()).get(number).made();
  }

  @Test
  void withoutChangesAllIsAsItWasRecorded() {
    assertThat(TRACE.changed(Map.of())).isEqualTo(TRACE);
    assertThat(TRACE.changed(Map.of(1, MarkChange.NONE))).isEqualTo(TRACE);
  }

  @Test
  void aMarkThatIsTakenAwayWasNeverThereAndTheOthersKeepTheirNumbers() {
    MarkChange gone = new MarkChange(true, Optional.empty(), 0, 0, 1, 0);
    assertThat(TRACE.marks(Map.of(0, gone))).extracting(Trace.MadeMark::number).containsExactly(1);
    assertThat(TRACE.changed(Map.of(0, gone)).events()).hasSize(3);
  }

  @Test
  void whatIsFilledInIsReworkedInItsPlaceAndItsTime() {
    MarkChange change = new MarkChange(false, Optional.of("an arch"), 5, -10, 1.5, 400);
    TraceEvent.MarkMade now = made(TRACE.changed(Map.of(0, change)), 0);
    assertThat(now.atMs()).isEqualTo(1_400);
    assertThat(now.overMs()).isEqualTo(700);
    assertThat(now.mark().words()).isEqualTo("an arch");
    Box box = now.mark().boxes().getFirst();
    assertThat(box.x()).isEqualTo(105);
    assertThat(box.height()).isEqualTo(30);
    // Its letters stand on the same line, moved by ten points.
    assertThat(box.y() + box.height() * Mark.FilledIn.BASELINE)
        .isCloseTo(200 + 20 * Mark.FilledIn.BASELINE - 10, within(1e-9));
  }

  @Test
  void inkGrowsAroundItsMiddleAndAMarkThatComesLaterChangesItsPlaceAmongTheOthers() {
    MarkChange larger = new MarkChange(false, Optional.empty(), 0, 0, 2, 0);
    assertThat(made(TRACE.changed(Map.of(1, larger)), 1).mark().ink())
        .extracting(Ink.Point::x)
        .containsExactly(0.0, 40.0);
    MarkChange later = new MarkChange(false, Optional.empty(), 0, 0, 1, 2_500);
    List<TraceEvent> events = TRACE.changed(Map.of(0, later)).events();
    assertThat(events.getLast()).isInstanceOf(TraceEvent.MarkMade.class); // After the wiping.
  }

  @Test
  void otherWordsThatAreNoneChangeNothing() {
    MarkChange blank = new MarkChange(false, Optional.of("  "), 0, 0, 1, 0);
    assertThat(made(TRACE.changed(Map.of(0, blank)), 0).mark().words()).isEqualTo("a beam");
  }
}
