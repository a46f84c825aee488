package school.kerygma.media.office;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.apache.poi.xwpf.usermodel.XWPFTableCell;
import org.apache.poi.xwpf.usermodel.XWPFTableRow;
import org.jspecify.annotations.Nullable;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTDecimalNumber;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTTblGrid;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTTcPr;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STMerge;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import school.kerygma.core.rubric.WrittenTable;

/** Reads the tables of a DOCX (ECMA-376, part 1, 17.4), with their merged cells. */
public final class DocxTables {

  private static final Logger LOG = LoggerFactory.getLogger(DocxTables.class);

  /** Widths are written in twentieths of a point (17.4.16). */
  private static final double TWIPS = 20;

  /** A column whose width is not written, in points. */
  private static final double USUAL_WIDTH = 100;

  private static final int MAX_COLUMNS = 63; // The most that word processors make (from memory).

  /** A longer text than this, in bytes, would take too much memory for the sake of its tables. */
  private static final long MAX_TEXT = 16L << 20;

  private DocxTables() {}

  /**
   * The tables that stand in the text itself, in its order; one inside a cell is that cell's words.
   *
   * @return none if the file cannot be read: its paper has been made by then, and is enough
   */
  public static List<WrittenTable> read(Path docx) {
    try (ZipFile parts = new ZipFile(docx.toFile());
        InputStream in = Files.newInputStream(docx)) {
      ZipEntry text = parts.getEntry("word/document.xml");
      if (text == null || text.getSize() > MAX_TEXT) {
        return List.of();
      }
      return tables(in);
    } catch (IOException | RuntimeException | StackOverflowError e) {
      LOG.info("The tables of a DOCX are read from its pages alone: {}", e.getMessage());
      return List.of();
    }
  }

  private static List<WrittenTable> tables(InputStream in) throws IOException {
    try (XWPFDocument document = new XWPFDocument(in)) {
      return document.getTables().stream().flatMap(t -> table(t).stream()).toList();
    }
  }

  /** A cell that may still grow downwards. */
  private record Open(int row, int column, int span, String text) {}

  private static Optional<WrittenTable> table(XWPFTable table) {
    List<WrittenTable.Cell> cells = new ArrayList<>();
    Map<Integer, Open> open = new HashMap<>();
    int columns = 0;
    int row = 0;
    for (XWPFTableRow tr : table.getRows()) {
      int column = before(tr);
      Map<Integer, Open> goOn = new HashMap<>();
      for (XWPFTableCell cell : tr.getTableCells()) {
        @Nullable CTTcPr properties = cell.getCTTc().isSetTcPr() ? cell.getCTTc().getTcPr() : null;
        int span = span(properties);
        Open above = open.get(column);
        boolean grows = continues(properties) && above != null && above.span() == span;
        goOn.put(
            column, grows ? above : new Open(row, column, span, cell.getTextRecursively().strip()));
        column += span;
      }
      columns = Math.max(columns, column);
      close(open, goOn, row, cells);
      open = goOn;
      row++;
    }
    close(open, Map.of(), row, cells);
    if (columns == 0 || columns > MAX_COLUMNS) {
      return Optional.empty();
    }
    cells.sort(
        Comparator.comparing(WrittenTable.Cell::row).thenComparing(WrittenTable.Cell::column));
    return Optional.of(new WrittenTable(row, widths(table, columns), cells));
  }

  /** Cells that do not go on in the next row are whole. */
  private static void close(
      Map<Integer, Open> open, Map<Integer, Open> goOn, int row, List<WrittenTable.Cell> cells) {
    open.forEach(
        (column, cell) -> {
          if (goOn.get(column) != cell) {
            cells.add(
                new WrittenTable.Cell(
                    cell.row(), cell.column(), row - cell.row(), cell.span(), cell.text()));
          }
        });
  }

  private static int before(XWPFTableRow row) {
    return row.getCtRow().isSetTrPr() && row.getCtRow().getTrPr().sizeOfGridBeforeArray() > 0
        ? number(row.getCtRow().getTrPr().getGridBeforeArray(0))
        : 0;
  }

  private static int number(CTDecimalNumber value) {
    return Math.clamp(value.getVal().longValue(), 0, MAX_COLUMNS);
  }

  private static int span(@Nullable CTTcPr properties) {
    return properties != null && properties.isSetGridSpan()
        ? Math.max(1, number(properties.getGridSpan()))
        : 1;
  }

  /** Without a value a vertical merge goes on (17.4.84). */
  private static boolean continues(@Nullable CTTcPr properties) {
    return properties != null
        && properties.isSetVMerge()
        && properties.getVMerge().getVal() != STMerge.RESTART;
  }

  private static List<Double> widths(XWPFTable table, int columns) {
    CTTblGrid grid = table.getCTTbl().getTblGrid();
    List<Double> widths = new ArrayList<>();
    for (int c = 0; c < columns; c++) {
      Object written =
          grid != null && c < grid.sizeOfGridColArray() ? grid.getGridColArray(c).getW() : null;
      widths.add(
          written instanceof BigInteger w && w.signum() > 0
              ? w.doubleValue() / TWIPS
              : USUAL_WIDTH);
    }
    return widths;
  }
}
