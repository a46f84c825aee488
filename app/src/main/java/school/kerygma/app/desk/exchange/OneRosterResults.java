package school.kerygma.app.desk.exchange;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.results.MarkBook;
import school.kerygma.app.classroom.results.ResultView;
import school.kerygma.app.school.frame.CsvFile;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.TermMark;

/**
 * A section's marks as the files of the 1EdTech OneRoster 1.2 CSV binding, in bulk: {@code
 * categories.csv}, {@code lineItems.csv}, {@code results.csv} and their {@code manifest.csv} in a
 * zip file. What is not handed back yet is only submitted: nobody reads elsewhere what nobody may
 * see here. The order of the columns is quoted from memory. Sections and students that came from
 * another system's roster keep the ids that they have there.
 */
@Component
class OneRosterResults {

  /** All files of the binding; those that are not here are absent. */
  private static final List<String> FILES =
      List.of(
          "academicSessions",
          "categories",
          "classes",
          "classResources",
          "courses",
          "courseResources",
          "demographics",
          "enrollments",
          "lineItemLearningObjectiveIds",
          "lineItems",
          "lineItemScoreScales",
          "orgs",
          "resources",
          "resultLearningObjectiveIds",
          "results",
          "resultScoreScales",
          "roles",
          "scoreScales",
          "userProfiles",
          "userResources",
          "users");

  /** Ids are made of others, always the same. */
  private static UUID named(String what) {
    return UUID.nameUUIDFromBytes(what.getBytes(StandardCharsets.UTF_8));
  }

  private final MarkBook book;
  private final RosterKey.Repository keys;

  OneRosterResults(MarkBook book, RosterKey.Repository keys) {
    this.book = book;
    this.keys = keys;
  }

  /** The zip file of a section, for a teacher of it. */
  byte[] zip(SectionView section, UUID teacher) {
    Map<String, List<List<?>>> files = files(section, teacher);
    List<List<?>> manifest = new ArrayList<>();
    manifest.add(List.of("propertyName", "value"));
    manifest.add(List.of("manifest.version", "1.0"));
    manifest.add(List.of("oneroster.version", "1.2"));
    FILES.forEach(
        f -> manifest.add(List.of("file." + f, files.containsKey(f) ? "bulk" : "absent")));
    manifest.add(List.of("source.systemName", "Kerygma"));
    manifest.add(List.of("source.systemCode", "kerygma"));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      files.put("manifest", manifest);
      for (Map.Entry<String, List<List<?>>> file : files.entrySet()) {
        zip.putNextEntry(new ZipEntry(file.getKey() + ".csv"));
        zip.write(CsvFile.bytes(file.getValue()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** Rows by the file's name; status and date are empty in files in bulk. */
  private Map<String, List<List<?>>> files(SectionView section, UUID teacher) {
    MarkBook.Table table = book.handedBack(section);
    Set<UUID> subjects = new HashSet<>(section.students());
    subjects.add(section.id());
    Map<UUID, String> known = new HashMap<>();
    keys.ofSubjects(teacher, subjects).forEach(k -> known.put(k.subjectId(), k.sourcedId()));
    String inClass = known.getOrDefault(section.id(), section.id().toString());
    Map<String, List<List<?>>> files = new LinkedHashMap<>();
    List<List<?>> categories = new ArrayList<>();
    categories.add(List.of("sourcedId", "status", "dateLastModified", "title", "weight"));
    Map<String, UUID> categoryIds = new HashMap<>();
    for (Grading.Kind kind : section.grading().kinds()) {
      UUID id = named(section.id() + " " + kind.name());
      categoryIds.put(kind.name().toLowerCase(Locale.ROOT), id);
      categories.add(List.of(id, "", "", kind.name(), kind.weight()));
    }
    UUID other = named(section.id() + " other");
    List<List<?>> items = new ArrayList<>();
    items.add(
        List.of(
            "sourcedId",
            "status",
            "dateLastModified",
            "title",
            "description",
            "assignDate",
            "dueDate",
            "classSourcedId",
            "categorySourcedId",
            "gradingPeriodSourcedId",
            "resultValueMin",
            "resultValueMax",
            "schoolSourcedId"));
    List<List<?>> results = new ArrayList<>();
    results.add(
        List.of(
            "sourcedId",
            "status",
            "dateLastModified",
            "lineItemSourcedId",
            "studentSourcedId",
            "scoreStatus",
            "score",
            "scoreDate",
            "comment",
            "textScore",
            "classSourcedId",
            "inProgress",
            "incomplete",
            "late",
            "missing"));
    boolean others = false;
    for (MarkBook.Column column : table.columns()) {
      UUID category = categoryIds.getOrDefault(column.kind().toLowerCase(Locale.ROOT), other);
      others |= category.equals(other);
      Object day = There.in(column.task().sheet().days(), section.id());
      items.add(
          List.of(
              item(section, column),
              "",
              "",
              column.task().title(),
              "",
              day,
              column.due().<Object>map(d -> section.calendar().dateOf(d)).orElse(day),
              inClass,
              category,
              "",
              0,
              column.outOf().map(BigDecimal::toPlainString).orElse(""),
              ""));
    }
    if (others) {
      categories.add(List.of(other, "", "", "Other", ""));
    }
    for (MarkBook.Row row : table.rows()) {
      for (int i = 0; i < row.cells().size(); i++) {
        MarkBook.Cell cell = row.cells().get(i);
        @Nullable String status = status(cell);
        if (status != null) {
          UUID item = item(section, table.columns().get(i));
          results.add(
              List.of(
                  named(item + " " + row.student()),
                  "",
                  "",
                  item,
                  known.getOrDefault(row.student(), row.student().toString()),
                  status,
                  cell.text(),
                  cell.result()
                      .map(ResultView::at)
                      .<Object>map(at -> section.calendar().dateOf(at))
                      .orElse(""),
                  "",
                  "",
                  inClass,
                  "",
                  "",
                  cell.result().flatMap(r -> r.given().late()).isPresent() ? "true" : "",
                  cell.state() == TermMark.State.MISSING ? "true" : ""));
        }
      }
    }
    files.put("categories", categories);
    files.put("lineItems", items);
    files.put("results", results);
    return files;
  }

  private static UUID item(SectionView section, MarkBook.Column column) {
    return named(section.id() + " " + column.task().id());
  }

  /** How a result stands, in the binding's words; null if there is none. */
  private static @Nullable String status(MarkBook.Cell cell) {
    return switch (cell.state()) {
      case GIVEN -> "fully graded";
      case EXCUSED -> "exempt";
      case MISSING -> "not submitted";
      case OPEN -> cell.handedIn() ? "submitted" : null;
    };
  }
}
