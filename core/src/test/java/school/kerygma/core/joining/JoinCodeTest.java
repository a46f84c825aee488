package school.kerygma.core.joining;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Read as Douglas Crockford's "Base 32" says (crockford.com/base32.html, "Decode Symbol"). */
class JoinCodeTest {

  @ParameterizedTest
  @CsvSource({
    "7KQ2-M0XH, 7KQ2M0XH",
    "7kq2m0xh, 7KQ2M0XH",
    "' 7kq2 – mOxh ', 7KQ2M0XH",
    "oO0il1LI, 00011111",
    "7KQ2-M0X,",
    "7KQ2-M0XHH,",
    "7UQ2-M0XH,",
    "'',",
  })
  void whatIsTypedIsReadWithoutRegardToCaseHyphensAndWhatLooksAlike(String typed, String kept) {
    assertThat(JoinCode.read(typed).map(JoinCode::symbols).orElse(null)).isEqualTo(kept);
  }

  @Test
  void aNewCodeIsReadAgainAsItIsWritten() {
    Random random = new Random(1);
    for (int i = 0; i < 200; i++) {
      JoinCode code = JoinCode.random(random::nextInt);
      assertThat(code.written()).matches("[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}");
      assertThat(JoinCode.read(code.written().toLowerCase(java.util.Locale.ROOT))).contains(code);
    }
    assertThatThrownBy(() -> new JoinCode("short")).isInstanceOf(IllegalArgumentException.class);
  }
}
