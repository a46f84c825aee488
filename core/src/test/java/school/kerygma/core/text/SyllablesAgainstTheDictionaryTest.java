package school.kerygma.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Reference: the CMU Pronouncing Dictionary, as Debian's pocketsphinx-en-us ships it. */
class SyllablesAgainstTheDictionaryTest {

  private static final Path DICTIONARY =
      Path.of("/usr/share/pocketsphinx/model/en-us/cmudict-en-us.dict");

  @Test
  void eightWordsInTenAreCountedAsTheDictionarySpeaksThem() throws IOException {
    List<String> entries;
    try (var lines = Files.lines(DICTIONARY)) {
      entries = lines.filter(l -> l.matches("[a-z]{2,} .*")).toList();
    }
    assertThat(entries).hasSizeGreaterThan(50_000);
    long right = entries.stream().filter(SyllablesAgainstTheDictionaryTest::isRight).count();
    // The dictionary is full of surnames; the words of a script are plainer.
    assertThat((double) right / entries.size()).isGreaterThan(0.8);
  }

  @Test
  void theSumOverManyWordsIsRightToThreePercent() throws IOException {
    try (var lines = Files.lines(DICTIONARY)) {
      long[] sums =
          lines
              .filter(l -> l.matches("[a-z]{2,} .*"))
              .map(l -> new long[] {Syllables.ofWord(l.split(" ")[0]), spoken(l)})
              .reduce(new long[2], (a, b) -> new long[] {a[0] + b[0], a[1] + b[1]});
      assertThat((double) sums[0] / sums[1]).isBetween(0.97, 1.03);
    }
  }

  private static boolean isRight(String entry) {
    return Syllables.ofWord(entry.split(" ")[0]) == spoken(entry);
  }

  /** Every vowel sound is one syllable. */
  private static long spoken(String entry) {
    String[] sounds = entry.split(" ");
    return List.of(sounds).subList(1, sounds.length).stream()
        .filter(s -> s.matches("[AEIOU].*"))
        .count();
  }

  @ParameterizedTest
  @CsvSource({
    "bridge,1",
    "table,2",
    "newtons,2",
    "triangle,3",
    "reflection,3",
    "every,3",
    "rubric,2",
    "the,1",
    "use,1",
    "criteria,4",
    "7,2",
    "42,3",
  })
  void wordsOfTheTrade(String word, int syllables) {
    assertThat(Syllables.ofWord(word)).isEqualTo(syllables);
  }
}
