package school.kerygma.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDPageContentStream.AppendMode;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;

/** Makes small papers for the stories. */
public final class TestSheets {

  private TestSheets() {}

  /**
   * A PDF with so many pages as lists of lines are given; lines are 40 points apart, from the top.
   */
  @SafeVarargs
  public static Path pdf(Path file, List<String>... pages) throws IOException {
    List<List<String>> all = new ArrayList<>();
    for (List<String> page : pages) {
      all.add(page);
    }
    return pages(file, all);
  }

  public static Path pages(Path file, List<List<String>> pages) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (List<String> lines : pages) {
        PDPage page = new PDPage(PDRectangle.LETTER);
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          content.setFont(new PDType1Font(FontName.HELVETICA), 20);
          for (int i = 0; i < lines.size(); i++) {
            content.beginText();
            content.newLineAtOffset(72, 700 - 40 * i);
            content.showText(lines.get(i));
            content.endText();
          }
        }
      }
      document.save(file.toFile());
      return file;
    }
  }

  /** A page with lines of text and an empty rectangle below them. */
  public static Path framed(Path file, List<String> lines) throws IOException {
    pdf(file, lines);
    try (PDDocument document = Loader.loadPDF(file.toFile())) {
      try (PDPageContentStream content =
          new PDPageContentStream(document, document.getPage(0), AppendMode.APPEND, true)) {
        content.addRect(72, 120, 240, 160);
        content.stroke();
      }
      document.save(file.toFile());
      return file;
    }
  }
}
