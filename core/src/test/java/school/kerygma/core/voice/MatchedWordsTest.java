package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class MatchedWordsTest {

  private static final List<String> SCRIPT =
      List.of(
          "Good morning.",
          "Open the workbook at page 42.",
          "Every row needs a unit.",
          "Any questions?");

  /** Words of 300 ms; a bar is a pause of a second. */
  private static List<Heard> heard(String words) {
    List<Heard> all = new ArrayList<>();
    long at = 0;
    for (String word : words.split(" ")) {
      if (word.equals("|")) {
        at += 1_000;
      } else {
        all.add(new Heard(word, at, at + 300, 0));
        at += 300;
      }
    }
    return all;
  }

  private static WordsOnSound placed(String words) {
    return MatchedWords.place(SCRIPT, heard(words)).orElseThrow();
  }

  @Test
  void aScriptThatWasSaidInOtherWordsHasWhatWasSaidAndDraftsOfTheRest() {
    WordsOnSound words =
        placed(
            "good morning | please open(2) the workbook at page forty two |"
                + " do not forget your pencils today | any questions");
    assertThat(words.said())
        .extracting(TimedSentence::text)
        .containsExactly(SCRIPT.get(0), SCRIPT.get(1), SCRIPT.get(3));
    assertThat(words.leftOut()).containsExactly(2);
    assertThat(words.added())
        .extracting(WordsOnSound.Added::draft)
        .containsExactly("do not forget your pencils today");
    assertThat(words.said().get(1).words())
        .extracting(TimedWord::text, TimedWord::startMs)
        .contains(org.assertj.core.groups.Tuple.tuple("42.", 600L + 1_000 + 300 * 6));
  }

  @Test
  void aWordThatWasNotHeardStandsBetweenItsNeighbors() {
    WordsOnSound words = placed("open the | at page forty two");
    List<TimedWord> timed = words.said().getFirst().words();
    assertThat(timed).extracting(TimedWord::text).containsExactly(SCRIPT.get(1).split(" "));
    assertThat(timed.get(2).startMs()).isBetween(600L, 1_600L);
    for (int i = 1; i < timed.size(); i++) {
      assertThat(timed.get(i).startMs()).isGreaterThanOrEqualTo(timed.get(i - 1).startMs());
    }
  }

  @Test
  void whatSharesHardlyAWordIsNotTheScript() {
    assertThat(MatchedWords.place(SCRIPT, heard("lava is very hot hotter than any oven")))
        .isEmpty();
    assertThat(MatchedWords.place(SCRIPT, List.of())).isEmpty();
  }

  @Test
  void aGreetingAloneIsTooLittleInCommon() {
    assertThat(MatchedWords.place(SCRIPT, heard("good morning and how are you all today")))
        .isEmpty();
  }
}
