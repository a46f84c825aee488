package school.kerygma.app.school.sections;

import java.io.IOException;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.roster.PersonNames;

/**
 * A roster in a plain CSV file of whatever columns (RFC 4180, parted by comma, semicolon or tab).
 *
 * @param rows all as long as the longest
 */
record RosterTable(List<List<String>> rows) {

  private static final int MAX_ROWS = 401;
  private static final int MAX_COLUMNS = 40;
  private static final int MAX_CELL = 300;

  /** What a column can hold. */
  enum Column {
    NOTHING,
    NAME,
    FIRST_NAME,
    LAST_NAME,
    EMAIL,
    GUARDIAN,
    GUARDIAN_EMAIL
  }

  /**
   * Reads a file in UTF-8, or else in Windows' western encoding, as spreadsheets write both.
   *
   * @throws Problem if it is no table, or too large a one
   */
  static RosterTable read(byte[] file) {
    return parse(text(file));
  }

  /** Reads what {@link #toText} writes. */
  static RosterTable parse(String text) {
    char parting =
        Stream.of(',', ';', '\t')
            .max(Comparator.comparingLong(c -> firstLine(text).chars().filter(d -> d == c).count()))
            .orElseThrow();
    List<List<String>> rows = new ArrayList<>();
    int width = 0;
    try (CSVParser parser =
        CSVParser.parse(
            new StringReader(text),
            CSVFormat.RFC4180.builder().setDelimiter(parting).setIgnoreEmptyLines(true).get())) {
      for (CSVRecord record : parser) {
        List<String> row = record.stream().map(String::strip).toList();
        if (row.stream().allMatch(String::isEmpty)) {
          continue;
        }
        rows.add(row);
        width = Math.max(width, row.size());
        if (rows.size() > MAX_ROWS
            || width > MAX_COLUMNS
            || row.stream().anyMatch(c -> c.length() > MAX_CELL || c.indexOf('\0') >= 0)) {
          throw Problem.refused("roster-table");
        }
      }
    } catch (IOException | java.io.UncheckedIOException | IllegalStateException e) {
      throw Problem.refused("roster-table");
    }
    if (rows.isEmpty()) {
      throw Problem.refused("roster-table");
    }
    int full = width;
    return new RosterTable(
        rows.stream()
            .map(r -> Stream.concat(r.stream(), Stream.generate(() -> "")).limit(full).toList())
            .toList());
  }

  private static String firstLine(String text) {
    return text.lines().findFirst().orElse("");
  }

  private static String text(byte[] file) {
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file)).toString();
    } catch (CharacterCodingException e) {
      text = new String(file, Charset.forName("windows-1252"));
    }
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  /** The table in one text, for the way through the column chooser and back. */
  public String toText() {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      for (List<String> row : rows) {
        csv.printRecord(row);
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return out.toString();
  }

  /** Whether the first row names the columns: then it holds no address though others do. */
  public boolean hasHead() {
    return rows.size() > 1
        && rows.getFirst().stream().noneMatch(c -> c.contains("@"))
        && rows.getFirst().stream().anyMatch(c -> guess(c) != Column.NOTHING);
  }

  /** What each column seems to hold, by its name. */
  public List<Column> guesses() {
    if (hasHead()) {
      return rows.getFirst().stream().map(RosterTable::guess).toList();
    }
    List<Column> guesses = new ArrayList<>();
    for (int i = 0; i < rows.getFirst().size(); i++) {
      int at = i;
      boolean addresses = rows.stream().anyMatch(r -> r.get(at).contains("@"));
      boolean first = !guesses.contains(addresses ? Column.EMAIL : Column.NAME);
      guesses.add(first ? (addresses ? Column.EMAIL : Column.NAME) : Column.NOTHING);
    }
    return guesses;
  }

  private static Column guess(String head) {
    String name = head.toLowerCase(Locale.ROOT);
    boolean home = name.matches(".*(guardian|parent|mother|father|home).*");
    if (name.contains("mail")) {
      return home ? Column.GUARDIAN_EMAIL : Column.EMAIL;
    }
    if (home) {
      return Column.GUARDIAN;
    }
    if (name.matches(".*(first|given).*")) {
      return Column.FIRST_NAME;
    }
    if (name.matches(".*(last|family|sur).*")) {
      return Column.LAST_NAME;
    }
    return name.matches(".*(name|student).*") ? Column.NAME : Column.NOTHING;
  }

  /**
   * The students of the table.
   *
   * @param columns what each column holds
   * @param head whether the first row names the columns
   * @throws Problem if no column holds names, or a row cannot be read
   */
  List<RosterLine> lines(List<Column> columns, boolean head) {
    if (columns.stream().noneMatch(c -> c == Column.NAME || c == Column.LAST_NAME)) {
      throw Problem.refused("roster-columns");
    }
    return rows.stream()
        .skip(head ? 1 : 0)
        .map(
            row ->
                RosterLine.of(
                    name(row, columns),
                    cell(row, columns, Column.EMAIL),
                    cell(row, columns, Column.GUARDIAN),
                    cell(row, columns, Column.GUARDIAN_EMAIL),
                    String.join(", ", row)))
        .toList();
  }

  /** "Kamau, Imani" in one column is Imani Kamau. */
  static String name(List<String> row, List<Column> columns) {
    String whole = cell(row, columns, Column.NAME);
    if (!whole.isEmpty()) {
      return PersonNames.asSaid(whole);
    }
    return (cell(row, columns, Column.FIRST_NAME) + " " + cell(row, columns, Column.LAST_NAME))
        .strip();
  }

  static String cell(List<String> row, List<Column> columns, Column wanted) {
    for (int i = 0; i < Math.min(row.size(), columns.size()); i++) {
      if (columns.get(i) == wanted) {
        return row.get(i);
      }
    }
    return "";
  }
}
