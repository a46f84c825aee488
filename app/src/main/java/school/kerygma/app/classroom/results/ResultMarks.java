package school.kerygma.app.classroom.results;

import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.classroom.handin.OwnSheets;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.MarkText;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.StageLook;

/**
 * What a teacher marks on the pages of work. A page of a file is as wide as a sheet of letter
 * paper, {@value #WIDTH} points, whatever its picture has in pixels.
 */
@Service
@Transactional
public class ResultMarks {

  /** How wide a page of a file is, in points. */
  public static final double WIDTH = StageLook.FILE_PAGE;

  private static final double TALLEST = 4 * WIDTH;
  private static final int MOST = 500;
  private static final int LONGEST = 2_000;
  private static final Set<Mark.Kind> KINDS =
      Set.of(
          Mark.Kind.RING,
          Mark.Kind.UNDERLINE,
          Mark.Kind.NUMBER,
          Mark.Kind.LIGHT,
          Mark.Kind.INK,
          Mark.Kind.NOTE);

  /**
   * A mark as the browser draws it.
   *
   * @param page the id of a page of an own sheet, or that of a file and the number of its page
   */
  public record View(
      UUID id,
      String page,
      String kind,
      List<Box> boxes,
      int number,
      String words,
      List<Ink.Point> ink) {}

  /** A mark as it comes from a teacher's hand. */
  public record Sent(
      @Nullable String kind,
      @Nullable List<Box> boxes,
      @Nullable Integer number,
      @Nullable String words,
      @Nullable List<double[]> ink,
      @Nullable Double width) {}

  private final HandIns handIns;
  private final OwnSheets sheets;
  private final PageJson json;
  private final JdbcClient sql;

  ResultMarks(HandIns handIns, OwnSheets sheets, PageJson json, JdbcClient sql) {
    this.handIns = handIns;
    this.sheets = sheets;
    this.json = json;
    this.sql = sql;
  }

  /** All marks of a version, in the order of their making. */
  @Transactional(readOnly = true)
  public List<View> of(UUID version) {
    return sql.sql(
            "select id, file_id, page, page_id, kind, number, boxes, words, ink from result_mark where hand_in_id = ? order by seq")
        .param(version)
        .query(
            (row, n) -> {
              UUID file = row.getObject(2, UUID.class);
              return new View(
                  row.getObject(1, UUID.class),
                  file == null ? row.getString(4) : file + " " + row.getInt(3),
                  row.getString(5),
                  MarkText.boxes(row.getString(7)),
                  row.getInt(6),
                  row.getString(5).equals(Mark.Kind.NOTE.written())
                      ? String.join("\n", NoteSlip.lines(row.getString(8)))
                      : row.getString(8),
                  MarkText.ink(row.getString(9)));
            })
        .list();
  }

  /** All marks of a version, as a page's script reads them. */
  @Transactional(readOnly = true)
  public String text(UUID version) {
    return json.of(of(version));
  }

  /**
   * Makes a mark. One that is made twice is one mark; one light a page.
   *
   * @param on the page, as {@link View#page} has it
   */
  public View make(UUID version, UUID id, String on, Sent sent) {
    HandInVersion work = handIns.get(version);
    String[] page = on.split(" ");
    Optional<HandedFile> file =
        page.length < 2
            ? Optional.empty()
            : work.files().stream().filter(f -> f.id().toString().equals(page[0])).findFirst();
    int number = file.isPresent() ? number(page[1], file.get().pages()) : 0;
    UUID sheet = file.isPresent() ? null : Fields.id(page[0]);
    Box paper = sheet == null ? new Box(0, 0, WIDTH, TALLEST) : sheet(version, sheet);
    List<View> all = of(version);
    Optional<View> known = all.stream().filter(m -> m.id().equals(id)).findFirst();
    if (known.isPresent()) {
      return known.get();
    }
    if (all.size() >= MOST) {
      throw Problem.refused("too-many-marks", MOST);
    }
    Mark mark = mark(sheet == null ? new UUID(0, 0) : sheet, paper, sent);
    if (mark.kind().isOneAPage()) {
      all.stream()
          .filter(m -> m.kind().equals(mark.kind().written()) && m.page().equals(on))
          .forEach(m -> takeAway(version, m.id()));
    }
    sql.sql(
            "insert into result_mark (id, hand_in_id, file_id, page, page_id, kind, number, boxes, words, ink)"
                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
        .param(id)
        .param(version)
        .param(file.map(HandedFile::id).orElse(null))
        .param(number)
        .param(sheet)
        .param(mark.kind().written())
        .param(mark.number())
        .param(MarkText.ofBoxes(mark.boxes()))
        .param(mark.words())
        .param(MarkText.ofInk(mark.ink()))
        .update();
    return of(version).stream().filter(m -> m.id().equals(id)).findFirst().orElseThrow();
  }

  void takeAway(UUID version, UUID id) {
    sql.sql("delete from result_mark where id = ? and hand_in_id = ?").params(id, version).update();
  }

  private static int number(String text, int pages) {
    if (!text.matches("\\d{1,4}") || Integer.parseInt(text) < 1 || Integer.parseInt(text) > pages) {
      throw Problem.notFound();
    }
    return Integer.parseInt(text);
  }

  /** A page of an own sheet, as it is drawn on. */
  private Box sheet(UUID version, UUID page) {
    return sheets.of(Optional.of(version), List.of()).pages().stream()
        .filter(p -> p.id().equals(page))
        .findFirst()
        .map(p -> new Box(0, 0, p.width(), p.height()))
        .orElseThrow(Problem::notFound);
  }

  private static Mark mark(UUID page, Box paper, Sent sent) {
    Mark.Kind kind =
        Mark.Kind.named(Objects.requireNonNullElse(sent.kind(), "").toLowerCase(Locale.ROOT))
            .filter(KINDS::contains)
            .orElseThrow(Problem::unreadable);
    List<Box> boxes = Objects.requireNonNullElse(sent.boxes(), List.of());
    List<double[]> raw = Objects.requireNonNullElse(sent.ink(), List.of());
    double width = Objects.requireNonNullElse(sent.width(), 1.0);
    String words = Objects.requireNonNullElse(sent.words(), "").strip();
    if (boxes.size() > 20
        || words.length() > LONGEST
        || boxes.stream().anyMatch(b -> b == null || !b.grownBy(40).overlaps(paper))
        || raw.size() > Ink.MOST_POINTS
        || !raw.isEmpty() && !(width > 0 && width <= 20)
        || raw.stream().anyMatch(p -> p == null || p.length < 3)) {
      throw Problem.unreadable();
    }
    try {
      return switch (kind) {
        case INK ->
            new Mark.InkLine(
                page,
                Ink.smooth(
                    raw.stream()
                        .map(p -> new Ink.Point(p[0], p[1], Ink.width(width, p[2])))
                        .toList()));
        case NOTE -> {
          if (words.isEmpty() || words.length() > Mark.LONGEST_NOTE) {
            throw Problem.refused("note", Mark.LONGEST_NOTE);
          }
          Box at = boxes.getFirst();
          yield new Mark.Note(page, NoteSlip.at(at.x(), at.y(), words, paper), words);
        }
        default ->
            Mark.of(
                kind, page, boxes, Objects.requireNonNullElse(sent.number(), 0), words, List.of());
      };
    } catch (IllegalArgumentException | NoSuchElementException e) {
      throw Problem.unreadable();
    }
  }
}
