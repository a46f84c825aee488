package school.kerygma.app.desk.exchange;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.roster.ImportedRoster;
import school.kerygma.core.roster.PersonNames;

/** Reads users.csv, classes.csv and enrollments.csv of OneRoster 1.1, alone or in a zip file. */
final class OneRosterFiles {

  static final List<String> NEEDED = List.of("classes.csv", "users.csv", "enrollments.csv");

  private static final int MAX_BYTES = 20 * 1024 * 1024;
  private static final int MAX_ROWS = 50_000;

  private OneRosterFiles() {}

  /**
   * The three files among those that were brought; a zip file is opened.
   *
   * @param brought by file name
   * @throws Problem that names the file that is missing
   */
  static Map<String, byte[]> among(Map<String, byte[]> brought) {
    Map<String, byte[]> found = new HashMap<>();
    brought.forEach(
        (name, bytes) -> {
          String plain = plain(name);
          if (plain.endsWith(".zip")) {
            found.putAll(unzipped(bytes));
          } else if (NEEDED.contains(plain)) {
            found.put(plain, bytes);
          }
        });
    for (String needed : NEEDED) {
      if (!found.containsKey(needed)) {
        throw Problem.refused("oneroster-file", needed);
      }
    }
    return found;
  }

  private static String plain(String name) {
    return name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1)
        .toLowerCase(Locale.ROOT);
  }

  private static Map<String, byte[]> unzipped(byte[] bytes) {
    Map<String, byte[]> found = new HashMap<>();
    int left = MAX_BYTES;
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (NEEDED.contains(plain(entry.getName()))) {
          byte[] content = atMost(zip, left);
          left -= content.length;
          found.put(plain(entry.getName()), content);
        }
      }
    } catch (IOException e) {
      throw Problem.refused("oneroster-zip");
    }
    return found;
  }

  private static byte[] atMost(InputStream in, int bytes) throws IOException {
    byte[] read = in.readNBytes(bytes + 1);
    if (read.length > bytes) {
      throw Problem.refused("oneroster-large");
    }
    return read;
  }

  /**
   * @throws Problem that names the file and what is wrong in it
   */
  static ImportedRoster read(Map<String, byte[]> files) {
    Map<String, String> classes = new LinkedHashMap<>();
    for (CSVRecord row : rows(files, "classes.csv", "sourcedId", "title")) {
      classes.put(row.get("sourcedId"), cut(row.get("title"), 60));
    }
    List<ImportedRoster.User> users = new ArrayList<>();
    for (CSVRecord row : rows(files, "users.csv", "sourcedId", "role", "givenName", "familyName")) {
      users.add(
          new ImportedRoster.User(
              row.get("sourcedId"),
              cut(PersonNames.asSaid(row.get("givenName") + " " + row.get("familyName")), 120),
              optional(row, "email"),
              row.get("role").toLowerCase(Locale.ROOT),
              optional(row, "agentSourcedIds")
                  .map(ids -> Arrays.stream(ids.split(",")).map(String::strip).toList())
                  .orElse(List.of())));
    }
    List<ImportedRoster.Enrollment> enrollments = new ArrayList<>();
    for (CSVRecord row :
        rows(files, "enrollments.csv", "sourcedId", "classSourcedId", "userSourcedId", "role")) {
      enrollments.add(
          new ImportedRoster.Enrollment(
              row.get("classSourcedId"),
              row.get("userSourcedId"),
              row.get("role").toLowerCase(Locale.ROOT)));
    }
    try {
      return ImportedRoster.join(classes, users, enrollments);
    } catch (ImportedRoster.Dangling e) {
      throw Problem.refused("oneroster-dangling", String.valueOf(e.getMessage()));
    }
  }

  private static String cut(String text, int length) {
    return text.length() > length ? text.substring(0, length) : text;
  }

  private static Optional<String> optional(CSVRecord row, String column) {
    return row.isSet(column) && !row.get(column).isBlank()
        ? Optional.of(row.get(column).strip())
        : Optional.empty();
  }

  private static List<CSVRecord> rows(Map<String, byte[]> files, String file, String... needed) {
    byte[] bytes = Optional.ofNullable(files.get(file)).orElse(new byte[0]);
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setIgnoreEmptyLines(true)
            .setTrim(true)
            .get();
    try (CSVParser parser = format.parse(new StringReader(utf8(bytes, file)))) {
      for (String column : needed) {
        if (!parser.getHeaderMap().containsKey(column)) {
          throw Problem.refused("oneroster-column", file, column);
        }
      }
      List<CSVRecord> rows = new ArrayList<>();
      Set<String> ids = new HashSet<>();
      for (CSVRecord row : parser) {
        if (!row.isConsistent() || rows.size() >= MAX_ROWS) {
          throw Problem.refused("oneroster-row", file, row.getRecordNumber() + 1);
        }
        boolean gone = optional(row, "status").filter("tobedeleted"::equalsIgnoreCase).isPresent();
        if (!ids.add(row.get("sourcedId"))) {
          throw Problem.refused("oneroster-twice", file, row.get("sourcedId"));
        }
        if (!gone) {
          rows.add(row);
        }
      }
      return rows;
    } catch (IOException | IllegalArgumentException | IllegalStateException e) {
      throw Problem.refused("oneroster-unreadable", file);
    }
  }

  private static String utf8(byte[] bytes, String file) {
    try {
      String text =
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes))
              .toString();
      return text.startsWith("\uFEFF") ? text.substring(1) : text;
    } catch (CharacterCodingException e) {
      throw Problem.refused("oneroster-encoding", file);
    }
  }
}
