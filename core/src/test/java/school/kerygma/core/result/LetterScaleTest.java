package school.kerygma.core.result;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Letters for percents. Common practice; every school has its own bounds. */
class LetterScaleTest {

  private static final LetterScale USUAL = LetterScale.parse("A 90, B 80, C 70, D 60");

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {"100, A", "112.5, A", "90, A", "89.99, B", "80.00, B", "70, C", "60, D", "59.99, -"})
  void aPercentHasTheLetterOfTheHighestBoundThatItReaches(BigDecimal percent, String letter) {
    assertThat(USUAL.of(percent).orElse(null)).isEqualTo(letter);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "A 90, B 80, C 70, D 60",
        "1 92.5, 2 81, 3 67",
        "very good 85, good 70, not yet 0"
      })
  void aScaleIsReadAsItWasWritten(String text) {
    assertThat(LetterScale.parse(text)).hasToString(text);
  }

  @Test
  void aCommaMayStandForThePointOfADecimal() {
    assertThat(LetterScale.parse("A 89,5, B 80 %")).hasToString("A 89.5, B 80");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"A", "90", "A 90, B 90", "B 80, A 90", "A 90, A 80", "A 90 B 80", "A 200", "A -5"})
  void whatIsNoScaleIsRefused(String text) {
    assertThatThrownBy(() -> LetterScale.parse(text)).isInstanceOf(IllegalArgumentException.class);
  }
}
