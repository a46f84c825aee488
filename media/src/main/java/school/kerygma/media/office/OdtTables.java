package school.kerygma.media.office;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import school.kerygma.core.rubric.WrittenTable;

/**
 * Reads the tables of an ODT (OASIS Open Document 1.3, part 3, 9.1), with their merged cells. What
 * stands in a table within a cell is that cell's words.
 */
public final class OdtTables {

  private static final Logger LOG = LoggerFactory.getLogger(OdtTables.class);

  private static final int MAX_COLUMNS = 63;
  private static final int MAX_ROWS = 2_000;

  /** A longer text than this, in bytes, would take too much time for the sake of its tables. */
  private static final long MAX_TEXT = 16L << 20;

  /** A column whose width is not written, in points. */
  private static final double USUAL_WIDTH = 100;

  private static final Pattern LENGTH = Pattern.compile("([0-9.]+)(cm|mm|in|pt|pc)");
  private static final Map<String, Double> POINTS =
      Map.of("cm", 72 / 2.54, "mm", 7.2 / 2.54, "in", 72.0, "pt", 1.0, "pc", 12.0);

  private OdtTables() {}

  /**
   * The tables that stand in the text itself, in its order.
   *
   * @return none if the file cannot be read: its paper has been made by then, and is enough
   */
  public static List<WrittenTable> read(Path odt) {
    try (ZipFile parts = new ZipFile(odt.toFile())) {
      ZipEntry text = parts.getEntry("content.xml");
      if (text == null || text.getSize() > MAX_TEXT) {
        return List.of();
      }
      try (InputStream in = new BufferedInputStream(parts.getInputStream(text))) {
        return new Reader().read(in);
      }
    } catch (IOException | XMLStreamException | RuntimeException e) {
      LOG.info("The tables of an ODT are read from its pages alone: {}", e.getMessage());
      return List.of();
    }
  }

  /** A table that is being read. */
  private static final class Open {
    private final List<Double> widths = new ArrayList<>();
    private final List<WrittenTable.Cell> cells = new ArrayList<>();
    private int row = -1;
    private int column;
    private int columnSpan;
    private int rowSpan;
    private int repeated;
    private final StringBuilder text = new StringBuilder();

    private Optional<WrittenTable> whole() {
      int rows = row + 1;
      int columns =
          Math.max(
              widths.size(),
              cells.stream().mapToInt(c -> c.column() + c.columnSpan()).max().orElse(0));
      if (columns == 0 || columns > MAX_COLUMNS || rows == 0 || rows > MAX_ROWS) {
        return Optional.empty();
      }
      widths.addAll(Collections.nCopies(columns - widths.size(), USUAL_WIDTH));
      List<WrittenTable.Cell> within =
          cells.stream()
              .map(
                  c ->
                      new WrittenTable.Cell(
                          c.row(),
                          c.column(),
                          Math.min(c.rowSpan(), rows - c.row()),
                          c.columnSpan(),
                          c.text()))
              .toList();
      return Optional.of(new WrittenTable(rows, widths, within));
    }
  }

  /** Goes through the text once. */
  private static final class Reader {
    private final List<WrittenTable> tables = new ArrayList<>();
    private final Map<String, Double> widths = new HashMap<>();
    private final Deque<String> inside = new ArrayDeque<>();
    private @Nullable Open open;
    private int deep;
    private String style = "";

    private List<WrittenTable> read(InputStream in) throws XMLStreamException {
      XMLInputFactory readers = XMLInputFactory.newDefaultFactory();
      readers.setProperty(XMLInputFactory.SUPPORT_DTD, false);
      readers.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
      XMLStreamReader xml = readers.createXMLStreamReader(in);
      while (xml.hasNext()) {
        switch (xml.next()) {
          case XMLStreamConstants.START_ELEMENT -> begins(xml);
          case XMLStreamConstants.END_ELEMENT -> ends(xml.getLocalName());
          case XMLStreamConstants.CHARACTERS -> {
            if (open != null && !inside.isEmpty()) {
              open.text.append(xml.getText());
            }
          }
          default -> {
            // Nothing that is seen.
          }
        }
      }
      return tables;
    }

    private void begins(XMLStreamReader xml) {
      String name = xml.getLocalName();
      switch (name) {
        case "style" -> style = value(xml, "name").orElse("");
        case "table-column-properties" ->
            value(xml, "column-width").flatMap(Reader::points).ifPresent(w -> widths.put(style, w));
        case "table" -> {
          deep++;
          if (deep == 1) {
            open = new Open();
          }
        }
        case "p", "h" -> inside.push(name);
        default -> {
          if (open != null && deep == 1) {
            inTable(open, name, xml);
          }
        }
      }
      if (open != null && (name.equals("s") || name.equals("tab") || name.equals("line-break"))) {
        open.text.append(' ');
      }
    }

    private void inTable(Open table, String name, XMLStreamReader xml) {
      switch (name) {
        case "table-column" -> {
          double width =
              value(xml, "style-name")
                  .map(s -> widths.getOrDefault(s, USUAL_WIDTH))
                  .orElse(USUAL_WIDTH);
          table.widths.addAll(
              Collections.nCopies(number(xml, "number-columns-repeated", MAX_COLUMNS), width));
        }
        case "table-row" -> {
          table.row++;
          table.column = 0;
        }
        case "table-cell" -> {
          table.columnSpan = number(xml, "number-columns-spanned", MAX_COLUMNS);
          table.rowSpan = number(xml, "number-rows-spanned", MAX_ROWS);
          table.repeated = number(xml, "number-columns-repeated", MAX_COLUMNS);
          table.text.setLength(0);
        }
        case "covered-table-cell" ->
            table.column += number(xml, "number-columns-repeated", MAX_COLUMNS);
        default -> {
          // Lists, sections and the like hold paragraphs.
        }
      }
    }

    private void ends(String name) {
      Open table = open;
      if (name.equals("p") || name.equals("h")) {
        inside.poll();
        if (table != null) {
          table.text.append('\n');
        }
      } else if (name.equals("table") && table != null) {
        deep--;
        if (deep == 0) {
          table.whole().ifPresent(tables::add);
          open = null;
        }
      } else if (name.equals("table-cell") && table != null && deep == 1) {
        // What it covers of its own row comes as covered cells, which move on by themselves.
        table.cells.add(
            new WrittenTable.Cell(
                table.row,
                table.column,
                table.rowSpan,
                table.columnSpan,
                table.text.toString().strip()));
        table.column += table.repeated;
      }
    }

    private static Optional<String> value(XMLStreamReader xml, String name) {
      for (int i = 0; i < xml.getAttributeCount(); i++) {
        if (xml.getAttributeLocalName(i).equals(name)) {
          return Optional.of(xml.getAttributeValue(i));
        }
      }
      return Optional.empty();
    }

    private static int number(XMLStreamReader xml, String name, int most) {
      return value(xml, name)
          .filter(v -> v.matches("\\d{1,6}"))
          .map(v -> Math.clamp(Integer.parseInt(v), 1, most))
          .orElse(1);
    }

    private static Optional<Double> points(String length) {
      Matcher m = LENGTH.matcher(length);
      return m.matches()
          ? Optional.of(Double.parseDouble(m.group(1)) * POINTS.getOrDefault(m.group(2), 1.0))
          : Optional.empty();
    }
  }
}
