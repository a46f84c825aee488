package school.kerygma.core.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * "One answer, two replies of twenty words": counted by hand, as teachers count it (common
 * practice).
 */
class RoundRuleTest {

  private static final RoundRule RULE = RoundRule.written(40, 2, 20, true, 2);
  private static final UUID ME = new UUID(0, 0);

  /** "1:25" is a reply of 25 words to person 1; person 0 is oneself; "h" is hidden. */
  private static List<RoundRule.Reply> replies(String written) {
    return written == null
        ? List.of()
        : Arrays.stream(written.split(" "))
            .map(
                r ->
                    new RoundRule.Reply(
                        new UUID(0, Long.parseLong(r.split(":")[0])),
                        length(r.split(":")[1].replace("h", "")),
                        r.endsWith("h")))
            .toList();
  }

  /** "25" is 25 words; "6.4s" is 6.4 seconds. */
  private static RoundRule.Length length(String written) {
    return written.endsWith("s")
        ? RoundRule.Length.spoken(
            Math.round(1000 * Double.parseDouble(written.substring(0, written.length() - 1))))
        : RoundRule.Length.written(Integer.parseInt(written));
  }

  @ParameterizedTest
  @CsvSource({
    "-1, , false, 0, 2",
    "40, , true, 0, 2",
    "39, 1:25 2:25, false, 2, 0",
    "40, 1:25 2:20, true, 2, 0",
    "40, 1:25 2:19, true, 1, 1",
    "40, 1:25 1:25, true, 1, 1",
    "40, 0:25 1:25, true, 1, 1",
    "40, 1:25 2:25h, true, 1, 1",
    "40, 1:25 2:25 3:25, true, 3, 0",
  })
  void repliesToDifferentPeopleCountIfTheyAreLongEnoughAndSeen(
      int own, String written, boolean answered, int counted, int missing) {
    Optional<RoundRule.Answer> answer =
        own < 0
            ? Optional.empty()
            : Optional.of(new RoundRule.Answer(RoundRule.Length.written(own), false));
    RoundRule.Progress progress = RULE.of(ME, answer, replies(written));
    assertThat(progress).isEqualTo(new RoundRule.Progress(answered, counted, missing));
    assertThat(progress.done()).isEqualTo(answered && missing == 0);
  }

  /** A voice is measured in seconds, as they are shown; the words beside it are not counted. */
  @ParameterizedTest
  @CsvSource({
    "30s, 1:10s 2:25, true, 2, 0",
    "29.5s, 1:9.5s 2:20, true, 2, 0",
    "29.4s, 1:9.4s 2:19, false, 0, 2",
    "40, 1:10s 1:25, true, 1, 1",
    "39, 1:10s 2:10sh, false, 1, 1",
  })
  void whatIsSpokenIsMeasuredInSecondsAndWhatIsWrittenInWords(
      String own, String written, boolean answered, int counted, int missing) {
    RoundRule either =
        new RoundRule(
            RoundRule.Manner.EITHER,
            new RoundRule.Least(40, 30),
            2,
            new RoundRule.Least(20, 10),
            true,
            2);
    assertThat(
            either.of(ME, Optional.of(new RoundRule.Answer(length(own), false)), replies(written)))
        .isEqualTo(new RoundRule.Progress(answered, counted, missing));
  }

  @ParameterizedTest
  @CsvSource({"0,60", "20,60", "30,60", "31,62", "120,240"})
  void aRecordingEndsByItselfAtTwiceWhatIsAskedAndNotBeforeAMinute(int least, int most) {
    assertThat(new RoundRule.Least(0, least).mostSeconds()).isEqualTo(most);
  }

  @Test
  void whatIsHiddenCountsNotAndTheOthersStayOpen() {
    Optional<RoundRule.Answer> hidden =
        Optional.of(new RoundRule.Answer(RoundRule.Length.written(90), true));
    assertThat(RULE.of(ME, hidden, List.of()).answered()).isFalse();
    assertThat(RoundRule.opensOthers(hidden)).isTrue();
    assertThat(RoundRule.opensOthers(Optional.empty())).isFalse();
  }

  @ParameterizedTest
  @CsvSource({"-1,0,0,0", "1001,0,0,0", "0,11,0,0", "0,0,1001,0", "0,0,0,15"})
  void numbersOutOfRangeAreRefused(int words, int replies, int replyWords, int days) {
    assertThatThrownBy(() -> RoundRule.written(words, replies, replyWords, true, days))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest
  @ValueSource(ints = {-1, 121})
  void secondsOutOfRangeAreRefused(int seconds) {
    assertThatThrownBy(() -> new RoundRule.Least(0, seconds))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
