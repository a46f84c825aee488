package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** W3C WebVTT and its examples; the form of SubRip is common practice, see {@link SubRip}. */
class CaptionFileTest {

  private static List<Cue> read(String file) {
    return CaptionFile.read(file).cues();
  }

  private static List<Cue> some() {
    Random random = new Random(7);
    List<Cue> cues = new ArrayList<>();
    long at = 0;
    for (int i = 0; i < 200; i++) {
      at += random.nextInt(60_000);
      long end = at + 1 + random.nextInt(6_000);
      cues.add(
          new Cue(
              at,
              end,
              random.nextBoolean() ? List.of("One line") : List.of("1 < 2 & 3 > 2", "\u00e9")));
      at = end;
    }
    return cues;
  }

  @Test
  void whatIsWrittenIsReadAsItWas() {
    List<Cue> cues = some();
    assertThat(read(SubRip.write(cues))).isEqualTo(cues);
    assertThat(read(WebVtt.write(cues))).isEqualTo(cues);
  }

  @Test
  void theStandardsExampleOfACaptionFileIsRead() {
    // W3C WebVTT, section 1.1, "A simple caption file" (from memory).
    String file =
        """
        WEBVTT

        00:11.000 --> 00:13.000
        <v Roger Bingham>We are in New York City

        00:13.000 --> 00:16.000
        <v Roger Bingham>We're actually at the Lucern Hotel, just down the street
        """;
    assertThat(read(file))
        .containsExactly(
            new Cue(11_000, 13_000, List.of("We are in New York City")),
            new Cue(
                13_000,
                16_000,
                List.of("We're actually at the Lucern Hotel, just down the street")));
  }

  @Test
  void theStandardsExamplesOfCommentsStylesChaptersAndSettingsAreRead() {
    // W3C WebVTT, sections 1.2 to 1.6: comments, other features, line and align settings (from
    // memory).
    String file =
        """
        \uFEFFWEBVTT - Translation of that film I like

        NOTE
        This translation was done by Kyle so that
        some friends can watch it with their parents.

        STYLE
        ::cue { color: yellow }

        1
        00:02:15.000 --> 00:02:20.000 line:0 position:20% size:60% align:start
        - Ta en kopp varmt te.
        - Det \u00e4r inte varmt.

        slide 1
        01:00:00.000 --> 01:00:10.700
        Title &lt;Slide&gt;

        """;
    assertThat(read(file.replace("\n", "\r\n")))
        .containsExactly(
            new Cue(
                135_000, 140_000, List.of("- Ta en kopp varmt te.", "- Det \u00e4r inte varmt.")),
            new Cue(3_600_000, 3_610_700, List.of("Title <Slide>")));
  }

  @Test
  void filesOfOtherProgramsAreRead() {
    String file =
        "\uFEFF1\n00:00:01,600 --> 00:00:04,2 X1:100\n<i>Good morning.</i>\n\n\n"
            + "2\n0:0:5.5 --> 00:00:06,000\n{\\an8}Open the book\nat page 42.\n";
    assertThat(read(file))
        .containsExactly(
            new Cue(1_600, 4_200, List.of("Good morning.")),
            new Cue(5_500, 6_000, List.of("Open the book", "at page 42.")));
  }

  @ParameterizedTest
  @CsvSource({
    "6, TIMES, '1|00:00:01,000 --> 00:00:02,000|Hello||2 and then|00:00:03 until 4|World'",
    "6, TIMES, '1|00:00:01,000 --> 00:00:02,000|Hello||2|00:00:03 --> 4|World'",
    "3, TIMES, 'WEBVTT||00:99:00.000 --> 00:02:00.000|no time at all'",
    "3, TIMES, 'WEBVTT||00:01.000 -> 00:02.000|an arrow that is none'",
    "4, TIMES, 'WEBVTT||page 1:30|00:01.000 -> 00:02.000|a name like a time'",
    "2, TIMES, '1|00:00:01,000 -- 00:00:02,000|an arrow that is none'",
    "3, BACKWARDS, 'WEBVTT||00:02.000 --> 00:02.000|no time at all'",
    "5, TIMES, 'WEBVTT||00:01.000 --> 00:02.000|one|00:02.000 --> 00:03.000|without a blank line'",
    "4, TIMES, 'WEBVTT|||7'",
    "1, NO_CAPTIONS, 'Dear reader,|this is a letter.'",
    "1, NO_CAPTIONS, 'WEBVTT||NOTE nothing but this'",
    "1, NO_CAPTIONS, ''"
  })
  void aBrokenFileSaysWhichLineIsWrong(int line, CaptionFile.Fault fault, String file) {
    CaptionFile.Unreadable said =
        catchThrowableOfType(CaptionFile.Unreadable.class, () -> read(file.replace('|', '\n')));
    assertThat(said.line()).isEqualTo(line);
    assertThat(said.fault()).isEqualTo(fault);
  }

  @Test
  void captionsOutOfOrderAreSortedAndOnesThatOverlapTakeTurns() {
    List<Cue> cues =
        read(
            """
            WEBVTT

            00:05.000 --> 00:07.000
            late

            00:01.000 --> 00:04.000
            first

            00:03.000 --> 00:05.500
            second

            00:03.100 --> 00:04.500
            with it

            00:09.000 --> 00:10.000

            """);
    assertThat(CueSheet.of(cues).cues())
        .containsExactly(
            new Cue(1_000, 3_000, List.of("first")),
            new Cue(3_000, 5_000, List.of("second", "with it")),
            new Cue(5_000, 7_000, List.of("late")));
  }
}
