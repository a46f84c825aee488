package school.kerygma.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How English is read aloud: common practice of readers and broadcasters. */
class SpokenFormsTest {

  private static List<String> ways(String written) {
    return SpokenForms.of(written).stream().map(w -> String.join(" ", w)).toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "7|seven",
        "13|thirteen",
        "40|forty",
        "42|forty two",
        "100|one hundred",
        "114|one fourteen",
        "114|one hundred and fourteen",
        "1,250|one thousand two hundred fifty",
        "2026|twenty twenty six",
        "2026|two thousand twenty six",
        "1905|nineteen oh five",
        "2005|two thousand five",
        "007|zero zero seven",
        "9:40|nine forty",
        "9:05|nine oh five",
        "10:00|ten o'clock",
        "8:30|half past eight",
        "1:20|one to twenty",
        "11:59|eleven fifty nine",
        "a.m.|a m",
        "p.m.,|p m",
        "1st|first",
        "2nd|second",
        "12th|twelfth",
        "20th|twentieth",
        "23rd|twenty third",
        "2.5|two point five",
        "2.5|two and a half",
        "30%|thirty percent",
        "%|percent",
        "$5|five dollars",
        "$2.50|two dollars and fifty cents",
        "1/2|one half",
        "3/4|three quarters",
        "2/3|two thirds",
        "10/16|ten sixteen",
        "\u00bd|half",
        "9-10|nine to ten",
        "20\u201325|twenty through twenty five",
        "500g|five hundred grams",
        "5cm|five centimeters",
        "7A|seven a",
        "A-8|a eight",
        "p.|page",
        "pp.|pages",
        "Oct.|october",
        "Ms.|miss",
        "e.g.,|for example",
        "etc.|et cetera",
        "&|and",
        "PDF|p d f",
        "half-hour|half hour",
        "don\u2019t|don't",
        "\u201cpond\u201d|pond",
        "school.example|school dot example"
      })
  void isSaidAs(String written, String said) {
    assertThat(ways(written)).contains(said);
  }

  @ParameterizedTest
  @ValueSource(strings = {"\u2014", "...", "-", "(", ""})
  void whatIsNoWordIsNotSaid(String written) {
    assertThat(ways(written)).isEmpty();
  }
}
