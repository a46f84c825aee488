package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** How edited captions and a script stay one text is our own. */
class OwnCuesTest {

  private static final String SCRIPT =
      "In pairs you design a bridge.\n\nEvery row needs a unit. Good luck.";

  private static Cue cue(long start, long end, String text) {
    return new Cue(start, end, List.of(text));
  }

  private static final List<Cue> BUILT =
      List.of(
          cue(0, 2_000, "In pairs you design a bridge."),
          cue(2_000, 4_000, "Every row needs a unit."),
          cue(4_000, 5_500, "Good luck."));

  private static final List<Cue> OWN =
      List.of(
          cue(100, 1_000, "In pairs"),
          cue(1_000, 2_100, "you design a bridge."),
          cue(2_200, 4_100, "Every row needs a unit."),
          cue(4_100, 4_500, "[bell]"),
          cue(4_500, 5_500, "Good luck."));

  @Test
  void whatWasEditedStands() {
    assertThat(OwnCues.over(BUILT, OWN, SCRIPT)).isEqualTo(OWN);
  }

  @Test
  void whereTheScriptWasChangedSinceWhatIsBuiltFromItComes() {
    String script = SCRIPT.replace("a unit", "two units");
    List<Cue> built =
        List.of(BUILT.get(0), cue(2_000, 4_000, "Every row needs two units."), BUILT.get(2));
    assertThat(OwnCues.over(built, OWN, script))
        .containsExactly(
            OWN.get(0),
            OWN.get(1),
            cue(2_100, 4_000, "Every row needs two units."),
            OWN.get(3),
            OWN.get(4));
  }

  @Test
  void whatIsBuiltFromTheScriptOfAMomentAgoDoesNotComeBack() {
    String script = SCRIPT.replace("a unit", "its unit");
    List<Cue> own =
        List.of(OWN.get(0), OWN.get(1), cue(2_200, 4_100, "Every row needs its unit."), OWN.get(4));
    assertThat(OwnCues.over(BUILT, own, script)).isEqualTo(own);
  }

  @Test
  void whatWasTakenOutDoesNotComeBackWithWhatIsBuiltFromTheScriptOfAMomentAgo() {
    String script = SCRIPT.replace("Every row needs a unit. ", "");
    List<Cue> own = List.of(OWN.get(0), OWN.get(1), OWN.get(4));
    assertThat(OwnCues.over(BUILT, own, script)).isEqualTo(own);
  }

  @Test
  void untilTheScriptIsCompiledAnewItsOldWordsStandWhereItWasChanged() {
    String script = SCRIPT.replace("a unit", "two units");
    assertThat(OwnCues.over(BUILT, OWN, script))
        .extracting(Cue::text)
        .containsExactly(
            "In pairs", "you design a bridge.", "Every row needs a unit.", "[bell]", "Good luck.");
  }

  @Test
  void whatWasAddedToTheScriptIsShownOnce() {
    String script = SCRIPT + " Ask me.";
    List<Cue> built = List.of(BUILT.get(0), BUILT.get(1), cue(4_000, 7_000, "Good luck. Ask me."));
    assertThat(OwnCues.over(built, OWN, script))
        .containsExactly(
            OWN.get(0), OWN.get(1), OWN.get(2), cue(4_100, 7_000, "Good luck. Ask me."));
  }

  @Test
  void whatNobodyWroteYetIsSaidWhereWordsAreGone() {
    Cue unwritten = cue(2_000, 4_000, CueBuilder.NOT_WRITTEN);
    List<Cue> built = List.of(BUILT.get(0), unwritten, BUILT.get(2));
    String script = "In pairs you design a bridge. Good luck.";
    assertThat(OwnCues.over(built, OWN, script))
        .containsExactly(
            OWN.get(0),
            OWN.get(1),
            cue(2_100, 4_000, CueBuilder.NOT_WRITTEN),
            OWN.get(3),
            OWN.get(4));
    List<Cue> taken = List.of(OWN.get(0), OWN.get(1), OWN.get(4));
    assertThat(OwnCues.over(built, taken, script)).isEqualTo(taken);
  }

  @Test
  void whatIsRetypedInACaptionIsChangedInTheScript() {
    ScriptText script = new ScriptText(SCRIPT);
    assertThat(script.retyped(OWN, 2, "Every row wants\na unit."))
        .isEqualTo("In pairs you design a bridge.\n\nEvery row wants a unit. Good luck.");
    assertThat(script.retyped(OWN, 3, "[school bell]")).isEqualTo(SCRIPT);
    assertThat(script.retyped(OWN, 4, ""))
        .isEqualTo("In pairs you design a bridge.\n\nEvery row needs a unit.");
    assertThat(script.retyped(OWN, 0, "[coughs] Alone")).startsWith("Alone you design");
  }

  @Test
  void whatIsWrittenWhereNothingWasWrittenYetGoesToItsPlace() {
    List<Cue> cues =
        List.of(
            BUILT.get(0),
            cue(2_000, 3_000, CueBuilder.NOT_WRITTEN),
            cue(3_000, 4_000, "Good luck."));
    assertThat(new ScriptText(SCRIPT).retyped(cues, 1, "Bring a ruler."))
        .isEqualTo(
            "In pairs you design a bridge. Bring a ruler.\n\nEvery row needs a unit. Good luck.");
    List<Cue> first = List.of(cue(0, 1_000, CueBuilder.NOT_WRITTEN));
    assertThat(new ScriptText("").retyped(first, 0, "Hello.")).isEqualTo("Hello.");
    assertThat(new ScriptText("Good luck.").retyped(first, 0, "Hello."))
        .isEqualTo("Hello. Good luck.");
  }

  @Test
  void aSentenceThatNobodySaidStaysInTheScript() {
    List<Cue> cues = List.of(BUILT.get(0), cue(2_000, 3_000, "Good luck."));
    assertThat(new ScriptText(SCRIPT).retyped(cues, 1, "Good luck to all."))
        .isEqualTo("In pairs you design a bridge.\n\nEvery row needs a unit. Good luck to all.");
  }
}
