package school.kerygma.app.school.sections;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.school.sections.PastedRoster.Doubt.LAST_FIRST;
import static school.kerygma.app.school.sections.PastedRoster.Doubt.NO_ADDRESS;
import static school.kerygma.app.school.sections.PastedRoster.Doubt.NO_NAME;
import static school.kerygma.app.school.sections.PastedRoster.Doubt.TOO_MUCH;
import static school.kerygma.app.school.sections.PastedRoster.Doubt.TWICE;

import java.util.List;
import org.junit.jupiter.api.Test;

/** The shapes in which teachers paste a roster (common practice; quotes as in RFC 4180). */
class PastedRosterTest {

  private static PastedRoster.Row row(
      String name, String email, String guardian, String home, PastedRoster.Doubt... doubts) {
    return new PastedRoster.Row(name, email, guardian, home, List.of(doubts));
  }

  private static List<PastedRoster.Row> read(String... lines) {
    return PastedRoster.read(String.join("\n", lines)).rows();
  }

  @Test
  void namesAlone() {
    assertThat(read("Imani Kamau", "", "Noah Abel"))
        .containsExactly(row("Imani Kamau", "", "", ""), row("Noah Abel", "", "", ""));
  }

  @Test
  void linesAsTheFieldAsksForThem() {
    assertThat(read("Imani Kamau, i@x.example, Rosa Kamau, r@x.example", "Noah Abel"))
        .containsExactly(
            row("Imani Kamau", "i@x.example", "Rosa Kamau", "r@x.example"),
            row("Noah Abel", "", "", ""));
  }

  @Test
  void aGuardianWithoutTheStudentsAddress() {
    assertThat(read("Imani Kamau, , Rosa Kamau, r@x.example"))
        .containsExactly(row("Imani Kamau", "", "Rosa Kamau", "r@x.example"));
  }

  @Test
  void cellsOfASpreadsheetWithAHead() {
    assertThat(
            read(
                "Student name\tE-mail\tParent\tParent e-mail",
                "Imani Kamau\ti@x.example\tRosa Kamau\tr@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "Rosa Kamau", "r@x.example"));
  }

  @Test
  void firstAndLastNamesInColumnsOfTheirOwn() {
    assertThat(read("First name\tLast name\tEmail", "Imani\tKamau\ti@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "", ""));
  }

  @Test
  void lastNameFirstWithinQuotes() {
    assertThat(read("Name,Email", "\"Kamau, Imani\",i@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "", ""));
  }

  @Test
  void lastNameFirstWithoutQuotesIsAsked() {
    assertThat(read("Kamau, Imani", "Abel, Noah"))
        .containsExactly(
            row("Imani Kamau", "", "", "", LAST_FIRST), row("Noah Abel", "", "", "", LAST_FIRST));
  }

  @Test
  void lastNameFirstWithAnAddressIsAsked() {
    assertThat(read("Kamau, Imani, i@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "", "", LAST_FIRST));
  }

  @Test
  void numbersBesideTheNamesAreNoNames() {
    assertThat(read("1\tImani Kamau\ti@x.example", "2\tNoah Abel\tn@x.example"))
        .containsExactly(
            row("Imani Kamau", "i@x.example", "", ""), row("Noah Abel", "n@x.example", "", ""));
  }

  @Test
  void semicolonsAsSpreadsheetsOfOtherCountriesWriteThem() {
    assertThat(read("Imani Kamau;i@x.example;Rosa Kamau;r@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "Rosa Kamau", "r@x.example"));
  }

  @Test
  void whatIsNoAddressIsAsked() {
    assertThat(read("Name\tEmail", "Imani Kamau\tat home", "Noah Abel\tn@x.example"))
        .containsExactly(
            row("Imani Kamau", "at home", "", "", NO_ADDRESS),
            row("Noah Abel", "n@x.example", "", ""));
  }

  @Test
  void aLineWithoutANameAndOneThatStandsTwiceAreAsked() {
    assertThat(
            read(
                "Name\tEmail",
                "\tn@x.example",
                "Imani Kamau\ti@x.example",
                "Imani Kamau\ti@x.example"))
        .containsExactly(
            row("", "n@x.example", "", "", NO_NAME),
            row("Imani Kamau", "i@x.example", "", ""),
            row("Imani Kamau", "i@x.example", "", "", TWICE));
  }

  @Test
  void moreAddressesThanAStudentAndAGuardianHaveAreAsked() {
    assertThat(read("Imani Kamau\ti@x.example\tr@x.example\tp@x.example"))
        .containsExactly(row("Imani Kamau", "i@x.example", "", "r@x.example", TOO_MUCH));
  }
}
