package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.walkthrough.PlaybackScore.Spoken;
import school.kerygma.core.walkthrough.PlaybackScore.Spoken.Added;
import school.kerygma.core.walkthrough.SaidText.Kind;
import school.kerygma.core.walkthrough.SaidText.Piece;

/** How script and transcript are shown as one text is our own. */
class SaidTextTest {

  private static final String SCRIPT = "Hello. Draw the forces. Good luck.";

  private static Piece as(Kind kind, String text) {
    return new Piece(kind, text, 0, "");
  }

  @Test
  void whatWasSaidAsWrittenStandsAsItIs() {
    assertThat(SaidText.of(SCRIPT, Spoken.UNKNOWN))
        .containsExactly(
            as(Kind.SAID, "Hello."),
            as(Kind.SAID, "Draw the forces."),
            as(Kind.SAID, "Good luck."));
  }

  @Test
  void whatWasSaidInOtherWordsStandsAfterWhatItIsInsteadOf() {
    Spoken spoken =
        new Spoken(
            true,
            List.of("Draw the forces."),
            List.of(
                new Added(1_000, 2_000, "show the", "Hello."),
                new Added(2_000, 3_000, "arrows", "Hello.")));
    assertThat(SaidText.of(SCRIPT, spoken))
        .containsExactly(
            as(Kind.SAID, "Hello."),
            as(Kind.LEFT_OUT, "Draw the forces."),
            new Piece(Kind.ADDED, "show the arrows", 1_000, "Hello."),
            as(Kind.SAID, "Good luck."));
  }

  @Test
  void whatWasSaidBeforeAllAfterAllOrAfterWordsThatAreGoneIsNotLost() {
    Spoken spoken =
        new Spoken(
            true,
            List.of(),
            List.of(
                new Added(0, 500, "um", ""),
                new Added(5_000, 6_000, "bye", "Good luck."),
                new Added(7_000, 8_000, "", "A sentence that was here.")));
    assertThat(SaidText.of(SCRIPT, spoken))
        .extracting(Piece::kind)
        .containsExactly(Kind.ADDED, Kind.SAID, Kind.SAID, Kind.SAID, Kind.ADDED, Kind.ADDED);
    assertThat(SaidText.of("", new Spoken(true, List.of(), List.of(new Added(0, 5, "all", "")))))
        .containsExactly(new Piece(Kind.ADDED, "all", 0, ""));
  }
}
