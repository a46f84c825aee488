package school.kerygma.app.school.frame;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import school.kerygma.core.text.CleanText;

/** A table that is saved as a CSV file (RFC 4180, UTF-8). */
public final class CsvFile {

  private CsvFile() {}

  /**
   * An answer that is saved.
   *
   * @param rows an empty one leaves a line free; words that a spreadsheet would take for a formula
   *     stay words
   */
  public static ResponseEntity<byte[]> of(String name, List<? extends List<?>> rows) {
    return saved(
        name,
        new MediaType("text", "csv", StandardCharsets.UTF_8),
        bytes(
            rows.stream()
                .<List<?>>map(
                    r ->
                        r.stream()
                            .<Object>map(c -> c instanceof String s ? CleanText.cell(s) : c)
                            .toList())
                .toList()));
  }

  /** Rows for another program: every word as it is. */
  public static byte[] bytes(List<? extends List<?>> rows) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (CSVPrinter csv =
        new CSVPrinter(new OutputStreamWriter(out, StandardCharsets.UTF_8), CSVFormat.RFC4180)) {
      for (List<?> row : rows) {
        csv.printRecord(row);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** A file that is saved. */
  public static ResponseEntity<byte[]> saved(String name, MediaType type, byte[] bytes) {
    return ResponseEntity.ok()
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString())
        .contentType(type)
        .body(bytes);
  }
}
