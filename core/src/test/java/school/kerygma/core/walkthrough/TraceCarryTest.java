package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.Carry;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.time.Span;

/** By hand: a line that stood at 100 stands 40 points lower on the newer edition. */
class TraceCarryTest {

  private static final UUID OLD = new UUID(0, 1);
  private static final UUID NEW = new UUID(0, 2);

  private static Page page(double top) {
    List<Word> words = new ArrayList<>();
    for (String text : List.of("Draw", "three", "bridges")) {
      words.add(new Word(text, new Box(50 + 60 * words.size(), top, 50, 10)));
    }
    return new Page(1, 612, 792, words);
  }

  private static TraceCarry carry() {
    return new TraceCarry(new Carry(List.of(page(100)), List.of(page(140))), 0, List.of(NEW));
  }

  @Test
  void looksThePointerAndMarksGoWithTheWords() {
    Trace before =
        new Trace(
            List.of(
                new TraceEvent.Look(1_000, OLD, new Box(0, 60, 160, 90), 300),
                new TraceEvent.Point(2_000, OLD, 75, 105),
                new TraceEvent.MarkMade(
                    3_000,
                    Mark.of(Mark.Kind.RING, OLD, List.of(new Box(50, 100, 50, 10)), 0, "Draw")),
                new TraceEvent.Wiped(4_000, OLD)));
    assertThat(before.carried(Span.of(0, 10_000), Map.of(OLD, carry())).events())
        .containsExactly(
            new TraceEvent.Look(1_000, NEW, new Box(0, 100, 160, 90), 300),
            new TraceEvent.Point(2_000, NEW, 75, 145),
            new TraceEvent.MarkMade(
                3_000, Mark.of(Mark.Kind.RING, NEW, List.of(new Box(50, 140, 50, 10)), 0, "Draw")),
            new TraceEvent.Wiped(4_000, NEW));
  }

  @Test
  void whatWasDoneAtAnotherStopStaysOnItsEdition() {
    TraceEvent.Point late = new TraceEvent.Point(12_000, OLD, 75, 105);
    assertThat(new Trace(List.of(late)).carried(Span.of(0, 10_000), Map.of(OLD, carry())).events())
        .containsExactly(late);
  }

  @Test
  void aMarkWhoseWordsAreGoneIsLeftOutAndFarFromWordsNothingMoves() {
    Page other = new Page(1, 612, 792, List.of(new Word("Build", new Box(50, 100, 50, 10))));
    TraceCarry carry =
        new TraceCarry(new Carry(List.of(page(100)), List.of(other)), 0, List.of(NEW));
    Mark ring = Mark.of(Mark.Kind.RING, OLD, List.of(new Box(50, 100, 50, 10)), 0, "Draw");
    assertThat(carry.event(new TraceEvent.MarkMade(1, ring))).isEmpty();
    assertThat(carry.event(new TraceEvent.Point(1, OLD, 400, 700)))
        .contains(new TraceEvent.Point(1, NEW, 400, 700));
  }

  @Test
  void whatWasUncoveredAgainIsNotCovered() {
    UUID kept = new UUID(1, 1);
    UUID lifted = new UUID(1, 2);
    List<Box> boxes = List.of(new Box(1, 1, 10, 10));
    Trace trace =
        new Trace(
            List.of(
                new TraceEvent.Covered(1, kept, OLD, boxes),
                new TraceEvent.Covered(2, lifted, OLD, boxes),
                new TraceEvent.Uncovered(3, lifted)));
    assertThat(trace.covered()).extracting(TraceEvent.Covered::id).containsExactly(kept);
  }
}
