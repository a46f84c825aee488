package school.kerygma.app.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Sets plain text and tables onto pages, from top to bottom. */
final class PdfSheet implements AutoCloseable {

  private static final float MARGIN = 64;

  private final PDDocument document = new PDDocument();
  private final PDFont regular;
  private final PDFont bold;
  private final PDRectangle format;
  private PDPageContentStream page;
  private float y;

  PdfSheet() {
    this(false);
  }

  PdfSheet(boolean landscape) {
    format = landscape ? new PDRectangle(792, 446) : PDRectangle.LETTER;
    regular = font("PTSerif_400Regular.ttf");
    bold = font("PTSerif_700Bold.ttf");
    page = open();
  }

  private PDFont font(String name) {
    try (InputStream in = PdfSheet.class.getResourceAsStream("/demo/fonts/" + name)) {
      return PDType0Font.load(document, in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private PDPageContentStream open() {
    PDPage added = new PDPage(format);
    document.addPage(added);
    y = format.getHeight() - MARGIN;
    try {
      return new PDPageContentStream(document, added);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  void newPage() {
    closePage();
    page = open();
  }

  private void closePage() {
    try {
      page.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  void heading(String text) {
    set(text, bold, 22, MARGIN, 34);
  }

  void subheading(String text) {
    y -= 8;
    set(text, bold, 14, MARGIN, 22);
  }

  void line(String text) {
    set(text, regular, 12.5f, MARGIN, 19);
  }

  void gap() {
    y -= 14;
  }

  void text(String text) {
    for (String line : wrapped(text, regular, 12.5f, format.getWidth() - 2 * MARGIN)) {
      set(line, regular, 12.5f, MARGIN, 19);
    }
  }

  void table(List<List<String>> rows) {
    float width = (format.getWidth() - 2 * MARGIN + 40) / rows.getFirst().size();
    for (List<String> row : rows) {
      List<List<String>> cells =
          row.stream().map(c -> wrapped(c, regular, 11, width - 12)).toList();
      int lines = cells.stream().mapToInt(List::size).max().orElse(1);
      float top = y + 14;
      float height = lines * 15 + 14;
      for (int c = 0; c < cells.size(); c++) {
        float x = MARGIN - 20 + c * width;
        frame(x, top - height, width, height);
        float from = y;
        for (String text : cells.get(c)) {
          PDFont font = c == 0 || row == rows.getFirst() ? bold : regular;
          set(text, font, 11, x + 6, 15);
        }
        y = from;
      }
      y -= height;
    }
  }

  private void frame(float x, float bottom, float width, float height) {
    try {
      page.setLineWidth(0.6f);
      page.addRect(x, bottom, width, height);
      page.stroke();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void set(String text, PDFont font, float size, float x, float lead) {
    try {
      page.beginText();
      page.setFont(font, size);
      page.newLineAtOffset(x, y);
      page.showText(text);
      page.endText();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    y -= lead;
  }

  private static List<String> wrapped(String text, PDFont font, float size, float width) {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    try {
      for (String word : text.split(" ")) {
        if (!line.isEmpty() && font.getStringWidth(line + " " + word) / 1000 * size > width) {
          lines.add(line.toString());
          line.setLength(0);
        }
        line.append(line.isEmpty() ? "" : " ").append(word);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    lines.add(line.toString());
    return lines;
  }

  byte[] bytes() {
    closePage();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      document.save(bytes);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  @Override
  public void close() {
    try {
      document.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
