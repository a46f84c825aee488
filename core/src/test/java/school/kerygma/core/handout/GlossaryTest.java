package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GlossaryTest {

  @ParameterizedTest
  @CsvSource({
    "A truss bends., truss, 2",
    "Trusses and Truss, truss, 12",
    "three beams carry, beam, 6",
    "a Safe Load of 500, safe load, 2",
    "the party, art, -1",
    "sunbeam, beam, -1",
    "(arch), arch, 1",
    "no word, bridge, -1",
  })
  void aWordIsFoundWholeInWhateverCaseAndNumber(String text, String term, int at) {
    assertThat(Glossary.first(text, term).map(TextAnchor.Place::start).orElse(-1)).isEqualTo(at);
  }
}
