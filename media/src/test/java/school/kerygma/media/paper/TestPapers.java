package school.kerygma.media.paper;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.apache.pdfbox.util.Matrix;

/** Makes papers for the tests. */
final class TestPapers {

  private TestPapers() {}

  /** Two pages in a standard font, left and right column. */
  static Path twoColumns(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      PDFont font = new PDType1Font(FontName.HELVETICA);
      for (int page = 1; page <= 2; page++) {
        PDPage added = new PDPage(PDRectangle.LETTER);
        document.addPage(added);
        try (PDPageContentStream content = new PDPageContentStream(document, added)) {
          set(content, font, 18, 72, 700, "The Footbridge Project, page " + page);
          set(content, font, 11, 72, 660, "Part 1: read this sheet once, from beginning to end.");
          set(content, font, 11, 72, 645, "Part 2: draw three bridges (a beam, a truss, an arch).");
          set(content, font, 11, 360, 660, "Due Friday, October 16,");
          set(content, font, 11, 360, 645, "11:59 p.m. - 25 points");
        }
      }
      return save(document, directory, "columns.pdf");
    }
  }

  /** A page turned by 90 degrees whose crop box does not begin at the origin. */
  static Path turned(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      PDPage added = new PDPage(PDRectangle.LETTER);
      added.setCropBox(new PDRectangle(36, 50, 500, 700));
      added.setRotation(90);
      document.addPage(added);
      try (PDPageContentStream content = new PDPageContentStream(document, added)) {
        set(content, new PDType1Font(FontName.TIMES_ROMAN), 14, 100, 500, "Turned and cropped");
      }
      return save(document, directory, "turned.pdf");
    }
  }

  /** Pages whose text is set sideways and stands upright because they are shown turned. */
  static Path uprightWhenTurned(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (int turn : new int[] {90, 180, 270}) {
        PDPage added = new PDPage(PDRectangle.LETTER);
        added.setRotation(turn);
        document.addPage(added);
        try (PDPageContentStream content = new PDPageContentStream(document, added)) {
          content.transform(
              switch (turn) {
                case 90 -> new Matrix(0, 1, -1, 0, 612, 0);
                case 180 -> new Matrix(-1, 0, 0, -1, 612, 792);
                default -> new Matrix(0, -1, 1, 0, 0, 792);
              });
          set(content, new PDType1Font(FontName.TIMES_ROMAN), 14, 100, 500, "Upright " + turn);
          set(content, new PDType1Font(FontName.TIMES_ROMAN), 14, 100, 470, "when shown turned");
        }
      }
      return save(document, directory, "upright.pdf");
    }
  }

  /** An embedded font, letters with accents, a ruled table. */
  static Path embedded(Path directory) throws IOException {
    try (PDDocument document = new PDDocument();
        InputStream ttf =
            PDDocument.class.getResourceAsStream(
                "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")) {
      PDFont font = PDType0Font.load(document, ttf);
      PDPage added = new PDPage(PDRectangle.A4);
      document.addPage(added);
      try (PDPageContentStream content = new PDPageContentStream(document, added)) {
        for (int row = 0; row < 4; row++) {
          set(content, font, 10, 80, 700 - 20 * row, "Critère " + row);
          set(content, font, 10, 200, 700 - 20 * row, "six rows, naïve façade");
          content.addRect(75, 694 - 20 * row, 300, 20);
          content.stroke();
        }
      }
      return save(document, directory, "embedded.pdf");
    }
  }

  static Path pages(Path directory, int count) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (int i = 0; i < count; i++) {
        document.addPage(new PDPage(PDRectangle.A4));
      }
      return save(document, directory, count + "-pages.pdf");
    }
  }

  static Path locked(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      document.addPage(new PDPage());
      document.protect(new StandardProtectionPolicy("owner", "reader", new AccessPermission()));
      return save(document, directory, "locked.pdf");
    }
  }

  static Path huge(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      document.addPage(new PDPage(new PDRectangle(20_000, 20_000)));
      return save(document, directory, "huge.pdf");
    }
  }

  private static void set(
      PDPageContentStream content, PDFont font, float size, float x, float y, String text)
      throws IOException {
    content.beginText();
    content.setFont(font, size);
    content.newLineAtOffset(x, y);
    content.showText(text);
    content.endText();
  }

  /** The same line under four scales, as browsers and scanners write them: 12 points high. */
  static Path scaled(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (Matrix scale :
          List.of(
              new Matrix(),
              Matrix.getScaleInstance(0.12f, 0.12f),
              new Matrix(0.75f, 0, 0, -0.75f, 0, 792),
              Matrix.getScaleInstance(10, 10))) {
        PDPage page = new PDPage(PDRectangle.LETTER);
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          boolean down = scale.getScaleY() > 0 && scale.getValue(1, 1) < 0;
          float by = scale.getScaleX();
          content.transform(scale);
          content.beginText();
          content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12 / by);
          content.setTextMatrix(
              down
                  ? new Matrix(1, 0, 0, -1, 72 / by, 72 / by)
                  : Matrix.getTranslateInstance(72 / by, 720 / by));
          content.showText("Due Friday, October 16");
          content.endText();
        }
      }
      return save(document, directory, "scaled.pdf");
    }
  }

  /** "in 2026" with the number of a footnote, and "16th" with its letters raised. */
  static Path raised(Path directory) throws IOException {
    try (PDDocument document = new PDDocument()) {
      PDPage page = new PDPage(PDRectangle.LETTER);
      document.addPage(page);
      PDType1Font font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        content.beginText();
        content.newLineAtOffset(72, 720);
        for (String piece : List.of("in 2026", "^1", " and October 16", "^th")) {
          boolean up = piece.startsWith("^");
          content.setFont(font, up ? 7 : 12);
          content.setTextRise(up ? 5 : 0);
          content.showText(piece.replace("^", ""));
        }
        content.endText();
      }
      return save(document, directory, "raised.pdf");
    }
  }

  private static Path save(PDDocument document, Path directory, String name) throws IOException {
    Path file = directory.resolve(name);
    document.save(file.toFile());
    return file;
  }
}
