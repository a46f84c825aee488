package school.kerygma.media.paper;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.BiConsumer;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationWidget;
import org.apache.pdfbox.util.Matrix;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Writes a marked paper as a PDF with annotations that other programs show and can edit. If
 * anything is covered, the paper is made anew from pictures and from the words that are left: what
 * is covered is then nowhere in the file, neither drawn under something nor among its unused parts.
 */
public final class MarkedPdf {

  private static final int PICTURE_WIDTH = 1_800;
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  private MarkedPdf() {}

  /**
   * Writes.
   *
   * @param file the paper, a PDF or a picture
   * @param title of the paper
   * @param pages what is marked, page by page; pages without marks may be missing at the end
   * @param progress is told how many pages are done, and of how many
   * @throws PaperRefused if the paper cannot be read any more
   */
  public static void write(
      Path file,
      String title,
      List<List<NamedMark>> pages,
      Path to,
      BiConsumer<Integer, Integer> progress) {
    boolean covered = pages.stream().anyMatch(p -> !covers(p).isEmpty());
    try (Paper paper = Paper.open(file)) {
      boolean pictures = covered || !paper.mediaType().equals("application/pdf");
      try (PDDocument document = pictures ? anew(paper, pages, progress) : asItIs(file)) {
        for (int i = 0; i < Math.min(pages.size(), document.getNumberOfPages()); i++) {
          AnnotationWriter.write(document, document.getPage(i), pages.get(i));
        }
        PDDocumentInformation about = new PDDocumentInformation();
        about.setTitle(title);
        document.setDocumentInformation(about);
        document.save(to.toFile());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Covers covers(List<NamedMark> page) {
    return Covers.of(page.stream().map(NamedMark::mark).toList());
  }

  /** The paper itself; of its annotations only links and fields stay, the others are marks now. */
  private static PDDocument asItIs(Path file) throws IOException {
    PDDocument document = Loader.loadPDF(file.toFile());
    document.setAllSecurityToBeRemoved(true);
    for (PDPage page : document.getPages()) {
      List<PDAnnotation> kept =
          page.getAnnotations(
              a -> a instanceof PDAnnotationLink || a instanceof PDAnnotationWidget);
      page.setAnnotations(kept);
    }
    return document;
  }

  private static PDDocument anew(
      Paper paper, List<List<NamedMark>> pages, BiConsumer<Integer, Integer> progress)
      throws IOException {
    PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache());
    try (InputStream in = PDDocument.class.getResourceAsStream(FONT)) {
      TrueTypeFont letters = new TTFParser(true).parse(new RandomAccessReadBuffer(in));
      letters.setEnableGsub(false); // Nobody sees these words; they need no ligatures.
      PDFont font = PDType0Font.load(document, letters, true);
      for (int number = 1; number <= paper.pageCount(); number++) {
        progress.accept(number - 1, paper.pageCount());
        Covers covers = covers(number <= pages.size() ? pages.get(number - 1) : List.of());
        addPicture(document, paper, number, covers, font);
      }
      return document;
    } catch (IOException | RuntimeException e) {
      document.close();
      throw e;
    }
  }

  private static void addPicture(
      PDDocument document, Paper paper, int number, Covers covers, PDFont font) throws IOException {
    Page page = paper.page(number);
    BufferedImage picture =
        CoveredPicture.of(paper.picture(number, PICTURE_WIDTH), page.width(), covers.boxes());
    PDImageXObject image =
        paper.mediaType().equals("image/jpeg")
            ? JPEGFactory.createFromImage(document, picture)
            : LosslessFactory.createFromImage(document, picture);
    PDPage added = new PDPage(new PDRectangle((float) page.width(), (float) page.height()));
    document.addPage(added);
    try (PDPageContentStream content = new PDPageContentStream(document, added)) {
      content.drawImage(image, 0, 0, (float) page.width(), (float) page.height());
      for (Word word : covers.leave(page.words())) {
        addWord(content, word, page.height(), font);
      }
    }
  }

  /** Puts a word invisibly where it is seen, so that it can be found and read aloud. */
  private static void addWord(
      PDPageContentStream content, Word word, double pageHeight, PDFont font) throws IOException {
    String text = encodable(word.isBroken() ? word.letters() + "-" : word.text() + " ", font);
    if (text.isBlank()) {
      return;
    }
    double size = word.box().height() / (WordReader.ASCENT + WordReader.DESCENT);
    double baseline = pageHeight - word.box().bottom() + WordReader.DESCENT * size;
    double natural = font.getStringWidth(text.strip()) / 1000 * size;
    content.beginText();
    content.setRenderingMode(RenderingMode.NEITHER);
    content.setFont(font, (float) size);
    content.setHorizontalScaling((float) (100 * word.box().width() / Math.max(0.1, natural)));
    content.setTextMatrix(Matrix.getTranslateInstance((float) word.box().x(), (float) baseline));
    content.showText(text);
    content.endText();
  }

  private static String encodable(String text, PDFont font) {
    StringBuilder known = new StringBuilder();
    text.codePoints()
        .forEach(
            c -> {
              String letter = Character.toString(c);
              try {
                font.encode(letter);
                known.append(letter);
              } catch (IOException | IllegalArgumentException e) {
                known.append('?'); // The picture shows it.
              }
            });
    return known.toString();
  }
}
