package school.kerygma.app.school.sections;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.RosterTable.Column;

/**
 * Standard: RFC 4180. That spreadsheets part by semicolons and write windows-1252: common practice.
 */
class RosterTableTest {

  private static RosterTable table(String text) {
    return RosterTable.read(text.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @CsvSource({
    "Name, NAME",
    "Student, NAME",
    "First name, FIRST_NAME",
    "Given Name, FIRST_NAME",
    "Surname, LAST_NAME",
    "Family name, LAST_NAME",
    "E-mail, EMAIL",
    "Student email, EMAIL",
    "Parent email, GUARDIAN_EMAIL",
    "Guardian, GUARDIAN",
    "Locker, NOTHING"
  })
  void aColumnIsGuessedByItsName(String head, Column column) {
    assertThat(table("No," + head + "\n1,x\n").guesses().get(1)).isEqualTo(column);
  }

  @Test
  void semicolonsQuotesAByteOrderMarkAndEmptyLinesAreRead() {
    RosterTable table =
        table(
            "\uFEFFSurname;First name;E-mail\r\n\r\n\"O'Neil; the 2nd\";Síle;sile@x.example\r\n;;\r\n");
    assertThat(table.hasHead()).isTrue();
    assertThat(table.lines(table.guesses(), true))
        .containsExactly(
            new RosterLine(
                "Síle O'Neil; the 2nd",
                Optional.of("sile@x.example"),
                Optional.empty(),
                Optional.empty()));
  }

  @Test
  void whatIsNotUtf8IsReadAsSpreadsheetsWriteIt() {
    byte[] file = "Name\nZoë Ångström\n".getBytes(Charset.forName("windows-1252"));
    RosterTable table = RosterTable.read(file);
    assertThat(table.lines(table.guesses(), true).getFirst().name()).isEqualTo("Zoë Ångström");
  }

  @Test
  void withoutAHeadTheColumnsAreGuessedByWhatStandsInThemAndLastNamesFirstAreTurned() {
    RosterTable table = table("\"Kamau, Imani\",imani@x.example\n\"Roy, Ada\",ada@x.example\n");
    assertThat(table.hasHead()).isFalse();
    assertThat(table.guesses()).containsExactly(Column.NAME, Column.EMAIL);
    assertThat(table.lines(table.guesses(), false))
        .extracting(RosterLine::name)
        .containsExactly("Imani Kamau", "Ada Roy");
  }

  @Test
  void theTableComesBackFromItsTextUnchanged() {
    RosterTable table = table("Name\tNote\nA \"B\"\tc, d\n");
    assertThat(RosterTable.parse(table.toText())).isEqualTo(table);
  }

  @Test
  void whatIsNoTableOrHasNoNamesIsRefused() {
    for (String wrong : List.of("", "\n\n", "a,\"b", "x\n".repeat(402), "a\0b")) {
      assertThatThrownBy(() -> table(wrong)).isInstanceOf(Problem.class).hasMessage("roster-table");
    }
    RosterTable table = table("Locker\n12\n");
    assertThatThrownBy(() -> table.lines(List.of(Column.NOTHING), true))
        .isInstanceOf(Problem.class)
        .hasMessage("roster-columns");
    assertThatThrownBy(
            () -> table("Name\nx\n\" \"\n").lines(List.of(Column.EMAIL, Column.NAME), false))
        .isInstanceOf(Problem.class);
  }
}
