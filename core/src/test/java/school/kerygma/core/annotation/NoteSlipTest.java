package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;

class NoteSlipTest {

  private static final Box PAGE = new Box(0, 0, 612, 792);

  @Test
  void aNoteIsBrokenAtBlanksIntoLinesOfThirtyLetters() {
    assertThat(NoteSlip.lines("Two from far away and one close up, in ink"))
        .containsExactly("Two from far away and one", "close up, in ink");
    assertThat(NoteSlip.lines("a".repeat(35))).containsExactly("a".repeat(30), "aaaaa");
    assertThat(NoteSlip.lines("  one\n line ")).containsExactly("one line");
  }

  @Test
  void aSlipLiesOnThePageWhereverItWasPut() {
    Box slip = NoteSlip.at(600, 790, "Bring it on paper", PAGE);
    // By hand: 17 letters of 5.6 points and 12 of air; one line of 13 and 6 of air.
    assertThat(slip.width()).isEqualTo(17 * 5.6 + 12);
    assertThat(slip.right()).isEqualTo(612);
    assertThat(slip.bottom()).isEqualTo(792);
    assertThat(slip.height()).isEqualTo(19);
    assertThat(NoteSlip.at(-40, 100, "x", PAGE).x()).isZero();
  }
}
