package school.kerygma.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names as they are said, and the order of a register. Invented people. */
class PersonNamesTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Leila Haddad | Leila Haddad",
        "'  Leila   Haddad ' | Leila Haddad",
        "Haddad, Leila | Leila Haddad",
        "Haddad ,Leila Noor | Leila Noor Haddad",
        "van der Berg, Anna | Anna van der Berg",
        "Berg, Anna van der | Anna van der Berg",
        "Okafor-Lind, Ines | Ines Okafor-Lind",
        // What says no more than one name, or something else, stays.
        "Sunniva | Sunniva",
        "Thomas Reed, Jr. | Thomas Reed, Jr.",
        "Haddad, | Haddad,",
        "Reed, Thomas, Jr. | Reed, Thomas, Jr.",
      })
  void aNameIsWrittenAsItIsSaid(String written, String said) {
    assertThat(PersonNames.asSaid(written)).isEqualTo(said);
    assertThat(PersonNames.asSaid(said)).isEqualTo(said);
  }

  @Test
  void aListStandsInTheOrderOfFamilyNames() {
    assertThat(
            Stream.of(
                    "Ruth Zimmer",
                    "Anna van der Berg",
                    "Émile Bédard",
                    "Zoe Bell",
                    "Ben Van Dyke",
                    "Adam Bell",
                    "Thomas Reed Jr.",
                    "Sunniva",
                    "Thomas Reed",
                    "Rosa de la Cruz")
                .sorted(PersonNames.BY_FAMILY_NAME))
        .containsExactly(
            "Émile Bédard",
            "Adam Bell",
            "Zoe Bell",
            "Anna van der Berg",
            "Rosa de la Cruz",
            "Thomas Reed",
            "Thomas Reed Jr.",
            "Sunniva",
            "Ben Van Dyke",
            "Ruth Zimmer");
  }
}
