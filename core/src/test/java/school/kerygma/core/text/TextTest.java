package school.kerygma.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class TextTest {

  @Test
  void abbreviationsDoNotEndASentence() {
    assertThat(
            Sentences.of(
                "See pp. 86-87 of the book. Mr. Vale has it. It is due at 11:59 p.m. Write newtons!"))
        .containsExactly(
            "See pp. 86-87 of the book.",
            "Mr. Vale has it.",
            "It is due at 11:59 p.m.",
            "Write newtons!");
  }

  @Test
  void emptyTextsHaveNoSentencesAndNoWords() {
    assertThat(Sentences.of("  \n ")).isEmpty();
    assertThat(Words.of("  - \u2014 ")).isEmpty();
  }

  @Test
  void aScriptOf980WordsTakesFiveMinutesAndFiftySixSeconds() {
    // By hand: 980 words at 165 a minute (common practice) = 5.939 min.
    assertThat(SpeakingTime.ofWordsMs(980) / 1000).isEqualTo(356);
    assertThat(SpeakingTime.ofMs("one two three")).isEqualTo(1091);
  }

  @Test
  void readingEaseAndGradeFollowTheirFormulas() {
    // Flesch 1948, Kincaid et al. 1975 (from memory), by hand for 100 words, 5 sentences, 150
    // syllables.
    Readability text = new Readability(100, 5, 150);
    assertThat(text.readingEase()).isCloseTo(206.835 - 20.3 - 126.9, within(1e-9));
    assertThat(text.grade()).isCloseTo(7.8 + 17.7 - 15.59, within(1e-9));
  }

  @Test
  void plainSentencesAreEasyAndLongWordsAreNot() {
    assertThat(Readability.of("The cat sat on the mat. The dog ran to the pond.").readingEase())
        .isGreaterThan(100);
    assertThat(
            Readability.of("Institutional considerations necessitate comprehensive documentation.")
                .readingEase())
        .isLessThan(0);
  }
}
