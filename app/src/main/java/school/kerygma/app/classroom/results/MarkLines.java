package school.kerygma.app.classroom.results;

import java.text.MessageFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import school.kerygma.core.result.TermMark;

/**
 * The lines of a section's marks as its page draws them: a page has two thousand cells, so that all
 * that a cell says is said once, here.
 */
@Component
class MarkLines {

  /** A student with their cells. */
  record Line(MarkBook.Row row, List<Shown> cells) {}

  /**
   * A cell as it is drawn.
   *
   * @param link to the work
   * @param at where it is read and changed by itself
   * @param version that is looked at; nothing for work on paper
   * @param byRows whether it is typed into row by row
   * @param label for who hears it
   * @param text its points, or a dot; what is more than that is drawn by the state
   * @param plain whether the text is all that there is to draw
   */
  record Shown(
      MarkBook.Cell cell,
      String link,
      String at,
      @Nullable UUID version,
      String seen,
      String got,
      @Nullable String byRows,
      String label,
      String text,
      boolean plain) {}

  private static final String DOT = "\u00b7";

  private final MessageFormat label;

  MarkLines(MessageSource words) {
    this.label = new MessageFormat(words.getMessage("markbook.cell", null, Locale.US), Locale.US);
  }

  List<Line> of(UUID section, MarkBook.Table table) {
    String base = "/sections/" + section;
    List<Line> lines = new ArrayList<>();
    for (MarkBook.Row row : table.rows()) {
      List<Shown> cells = new ArrayList<>();
      for (int i = 0; i < row.cells().size(); i++) {
        cells.add(shown(base, row, row.cells().get(i), table.columns().get(i)));
      }
      lines.add(new Line(row, cells));
    }
    return lines;
  }

  private Shown shown(String base, MarkBook.Row row, MarkBook.Cell cell, MarkBook.Column column) {
    boolean given = cell.points().isPresent();
    boolean nothing = !given && cell.state() == TermMark.State.OPEN && !cell.handedIn();
    return new Shown(
        cell,
        base + "/tasks/" + cell.task() + "/work/" + row.student(),
        base + "/marks/" + row.student() + "/" + cell.task(),
        cell.newest().orElse(null),
        cell.seen(),
        cell.got(),
        column.byRows() ? "true" : null,
        said(row.name(), column.task().title(), given ? cell.text() : missing(cell)),
        given ? cell.text() : DOT,
        nothing || given && !cell.waits() && !cell.fresh());
  }

  private static String missing(MarkBook.Cell cell) {
    return cell.state() == TermMark.State.MISSING ? "0" : "";
  }

  /** A format is not for several threads at once. */
  private String said(String name, String task, String points) {
    return ((MessageFormat) label.clone()).format(new Object[] {name, task, points});
  }
}
