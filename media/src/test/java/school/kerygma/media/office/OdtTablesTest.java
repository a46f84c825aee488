package school.kerygma.media.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.rubric.WrittenTable;

/** Tables of ODT files (OASIS Open Document 1.3, part 3, 9.1). */
class OdtTablesTest {

  private static final String SPACES =
      "xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:style=\"urn:oasis:names:tc:opendocument:xmlns:style:1.0\""
          + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\" xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\"";

  @TempDir private Path directory;

  private Path odt(String styles, String body) throws IOException {
    Path file = directory.resolve("paper.odt");
    try (OutputStream out = Files.newOutputStream(file);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(
          ("<office:document-content "
                  + SPACES
                  + "><office:automatic-styles>"
                  + styles
                  + "</office:automatic-styles><office:body><office:text>"
                  + body
                  + "</office:text></office:body></office:document-content>")
              .getBytes(StandardCharsets.UTF_8));
    }
    return file;
  }

  private static String cell(String attributes, String text) {
    return "<table:table-cell " + attributes + "><text:p>" + text + "</text:p></table:table-cell>";
  }

  private static String row(String... cells) {
    return "<table:table-row>" + String.join("", cells) + "</table:table-row>";
  }

  @Test
  void cellsSpansAndWidthsAreReadAsTheyAreWritten() throws IOException {
    String covered = "<table:covered-table-cell/>";
    List<WrittenTable> tables =
        OdtTables.read(
            odt(
                "<style:style style:name=\"wide\"><style:table-column-properties style:column-width=\"2in\"/></style:style>",
                "<text:p>Before</text:p><table:table><table:table-column table:style-name=\"wide\"/><table:table-column table:number-columns-repeated=\"2\"/>"
                    + "<table:table-header-rows>"
                    + row(
                        cell("table:number-columns-spanned=\"3\"", "Footbridge"), covered, covered)
                    + "</table:table-header-rows>"
                    + row(
                        cell("table:number-rows-spanned=\"2\"", "Plan"),
                        cell("", "Sketch"),
                        cell("", "4<text:s/>points"))
                    + row(covered, cell("", "List"), cell("", "6 points"))
                    + "</table:table>"));
    assertThat(tables).hasSize(1);
    assertThat(tables.getFirst().widths()).containsExactly(144.0, 100.0, 100.0);
    assertThat(tables.getFirst().cells())
        .containsExactly(
            new WrittenTable.Cell(0, 0, 1, 3, "Footbridge"),
            new WrittenTable.Cell(1, 0, 2, 1, "Plan"),
            new WrittenTable.Cell(1, 1, 1, 1, "Sketch"),
            new WrittenTable.Cell(1, 2, 1, 1, "4 points"),
            new WrittenTable.Cell(2, 1, 1, 1, "List"),
            new WrittenTable.Cell(2, 2, 1, 1, "6 points"));
  }

  @Test
  void aTableWithinACellIsItsWordsAndListsAreToo() throws IOException {
    List<WrittenTable> tables =
        OdtTables.read(
            odt(
                "",
                "<table:table>"
                    + row(
                        "<table:table-cell><text:list><text:list-item><text:p>a title</text:p></text:list-item><text:list-item><text:p>a date</text:p></text:list-item></text:list></table:table-cell>",
                        "<table:table-cell><table:table>"
                            + row(cell("", "inner"))
                            + "</table:table></table:table-cell>")
                    + "</table:table>"));
    assertThat(tables.getFirst().cells())
        .extracting(WrittenTable.Cell::text)
        .containsExactly("a title\na date", "inner");
  }

  @Test
  void whatIsNoOdtHasNoTables() throws IOException {
    assertThat(OdtTables.read(Files.writeString(directory.resolve("no.odt"), "no"))).isEmpty();
    assertThat(OdtTables.read(odt("", "<text:p>no table</text:p>"))).isEmpty();
    assertThat(OdtTables.read(odt("", "<table:table><table:table-row>"))).isEmpty();
  }
}
