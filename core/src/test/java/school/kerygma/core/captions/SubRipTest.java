package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import school.kerygma.core.time.Span;

/** The form of the file is common practice; see {@link SubRip}. */
class SubRipTest {

  @Test
  void whatIsWrittenIsReadAsItWas() {
    Random random = new Random(7);
    List<Cue> cues = new ArrayList<>();
    long at = 0;
    for (int i = 0; i < 200; i++) {
      at += random.nextInt(5_000);
      long end = at + 1 + random.nextInt(6_000);
      cues.add(
          new Cue(at, end, random.nextBoolean() ? List.of("One line") : List.of("a < b", "&")));
      at = end;
    }
    // "<" alone is no tag.
    assertThat(SubRip.read(SubRip.write(cues))).isEqualTo(cues);
  }

  @Test
  void filesOfOtherProgramsAreRead() {
    String file =
        "\uFEFF1\n00:00:01,600 --> 00:00:04,2 X1:100\n<i>Good morning.</i>\n\n\n"
            + "2\n0:0:5.5 --> 00:00:06,000\n{\\an8}Open the book\nat page 42.\n";
    assertThat(SubRip.read(file))
        .containsExactly(
            new Cue(1_600, 4_200, List.of("Good morning.")),
            new Cue(5_500, 6_000, List.of("Open the book", "at page 42.")));
  }

  @Test
  void aBrokenFileSaysWhichLineIsWrong() {
    String file = "1\n00:00:01,000 --> 00:00:02,000\nHello\n\n2\n00:00:03 until 4\nWorld\n";
    assertThatThrownBy(() -> SubRip.read(file)).hasMessageContaining("Line 6");
    assertThatThrownBy(() -> SubRip.read("Dear reader,\nthis is a letter."))
        .hasMessageContaining("Line 1");
  }

  @Test
  void whatIsSaidAndNotWrittenSaysSoWhereNoCaptionStands() {
    List<Cue> cues = List.of(new Cue(0, 2_000, List.of("Hello")));
    assertThat(CueBuilder.withAdded(cues, List.of(Span.of(1_500, 12_000), Span.of(20_000, 20_500))))
        .containsExactly(cues.getFirst(), new Cue(2_000, 8_000, List.of(CueBuilder.NOT_WRITTEN)));
  }
}
