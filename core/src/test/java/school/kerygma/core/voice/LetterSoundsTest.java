package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LetterSoundsTest {

  private static final Path DICTIONARY =
      Path.of("/usr/share/pocketsphinx/model/en-us/cmudict-en-us.dict");

  @ParameterizedTest
  @CsvSource({
    "cat, K AE T",
    "ship, SH IH P",
    "phone, F OW N",
    "night, N AY T",
    "bridge, B R IH JH",
    "teacher, T IY CH ER",
    "Okafor, AA K AE F ER"
  })
  void aWordIsSaidByItsLetters(String word, String phones) {
    assertThat(LetterSounds.of(word)).contains(List.of(phones.split(" ")));
  }

  @Test
  void whatHasNoLettersHasNoSounds() {
    assertThat(LetterSounds.of("42")).isEmpty();
    assertThat(LetterSounds.of("")).isEmpty();
  }

  /** Against the CMU Pronouncing Dictionary: of a hundred phones, about so many are right. */
  @Test
  void mostPhonesAreThoseOfTheDictionary() throws IOException {
    int right = 0;
    int all = 0;
    int line = 0;
    for (String entry : Files.readAllLines(DICTIONARY)) {
      String word = entry.substring(0, entry.indexOf(' '));
      if (line++ % 97 == 0 && word.matches("[a-z]{3,}")) {
        List<String> wanted = List.of(entry.substring(word.length() + 1).split(" "));
        List<String> got = LetterSounds.of(word.toLowerCase(Locale.ROOT)).orElse(List.of());
        all += wanted.size();
        right += Math.max(0, wanted.size() - distance(wanted, got));
      }
    }
    assertThat(all).isGreaterThan(4_000);
    assertThat(100 * right / all).isGreaterThanOrEqualTo(65);
  }

  private static int distance(List<String> a, List<String> b) {
    int[] row = new int[b.size() + 1];
    for (int j = 0; j <= b.size(); j++) {
      row[j] = j;
    }
    for (int i = 1; i <= a.size(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= b.size(); j++) {
        int above = row[j];
        row[j] =
            Math.min(
                Math.min(row[j], row[j - 1]) + 1,
                diagonal + (a.get(i - 1).equals(b.get(j - 1)) ? 0 : 1));
        diagonal = above;
      }
    }
    return row[b.size()];
  }
}
