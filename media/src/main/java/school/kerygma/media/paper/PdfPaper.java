package school.kerygma.media.paper;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObjectKey;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDPageLabels;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.media.paper.PaperRefused.Reason;

/** A PDF. */
final class PdfPaper extends Paper {

  private final PDDocument document;
  private final PDFRenderer renderer;

  private PdfPaper(PDDocument document) {
    this.document = document;
    this.renderer = new PDFRenderer(document);
    renderer.setSubsamplingAllowed(true);
    renderer.setAnnotationsFilter(annotation -> !AnnotationReader.isMark(annotation));
  }

  static PdfPaper read(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    SwellCheck.check(bytes);
    PDDocument document;
    try {
      document = Loader.loadPDF(bytes);
    } catch (InvalidPasswordException e) {
      throw new PaperRefused(Reason.ENCRYPTED);
    } catch (IOException | RuntimeException | StackOverflowError e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
    try {
      checkPages(document);
      checkPictures(document);
      return new PdfPaper(document);
    } catch (RuntimeException | StackOverflowError e) {
      document.close();
      throw e instanceof PaperRefused refused ? refused : new PaperRefused(Reason.DAMAGED);
    }
  }

  private static void checkPages(PDDocument document) {
    int pages = document.getNumberOfPages();
    if (pages == 0) {
      throw new PaperRefused(Reason.NO_PAGES);
    }
    if (pages > PaperLimits.PAGES) {
      throw new PaperRefused(Reason.TOO_MANY_PAGES);
    }
    for (PDPage page : document.getPages()) {
      PDRectangle box = page.getCropBox();
      if (Math.max(box.getWidth(), box.getHeight()) > PaperLimits.PAGE_POINTS) {
        throw new PaperRefused(Reason.PAGE_TOO_LARGE);
      }
      if (box.getWidth() < 1 || box.getHeight() < 1) {
        throw new PaperRefused(Reason.DAMAGED);
      }
    }
  }

  private static void checkPictures(PDDocument document) {
    for (COSObjectKey key : document.getDocument().getXrefTable().keySet()) {
      COSBase object = document.getDocument().getObjectFromPool(key).getObject();
      if (object instanceof COSStream stream
          && COSName.IMAGE.equals(stream.getCOSName(COSName.SUBTYPE))
          && (long) stream.getInt(COSName.WIDTH, 0) * stream.getInt(COSName.HEIGHT, 0)
              > PaperLimits.PICTURE_PIXELS) {
        throw new PaperRefused(Reason.PAGE_TOO_LARGE);
      }
    }
  }

  @Override
  public String mediaType() {
    return "application/pdf";
  }

  @Override
  public int pageCount() {
    return document.getNumberOfPages();
  }

  @Override
  public List<String> labels() {
    try {
      PDPageLabels labels = document.getDocumentCatalog().getPageLabels();
      return labels == null ? List.of() : List.of(labels.getLabelsByPageIndices());
    } catch (IOException | RuntimeException | StackOverflowError e) {
      return List.of(); // Pages whose labels are damaged are called by their places.
    }
  }

  @Override
  public Page page(int number) {
    PDPage page = document.getPage(number - 1);
    PDRectangle box = page.getCropBox();
    boolean turned = page.getRotation() % 180 != 0;
    try {
      List<Word> words = WordReader.read(document, number);
      return new Page(
          number,
          turned ? box.getHeight() : box.getWidth(),
          turned ? box.getWidth() : box.getHeight(),
          words);
    } catch (IOException | RuntimeException e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
  }

  @Override
  public List<Ruling> rulings(int number) {
    try {
      return RulingReader.read(document.getPage(number - 1));
    } catch (IOException | RuntimeException e) {
      return List.of(); // What cannot be drawn has no tables; its words are read all the same.
    }
  }

  @Override
  public List<Mark> marks(int number, UUID pageId) {
    try {
      return AnnotationReader.read(document.getPage(number - 1), page(number), pageId);
    } catch (IOException | RuntimeException e) {
      return List.of(); // A paper whose marks are damaged is a paper all the same.
    }
  }

  @Override
  public BufferedImage picture(int number, int widthPx) {
    PDPage page = document.getPage(number - 1);
    PDRectangle box = page.getCropBox();
    boolean turned = page.getRotation() % 180 != 0;
    float points = turned ? box.getHeight() : box.getWidth();
    PaperLimits.heightPx(points, turned ? box.getWidth() : box.getHeight(), widthPx);
    try {
      return renderer.renderImage(number - 1, widthPx / points, ImageType.RGB);
    } catch (IOException | RuntimeException e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
  }

  @Override
  public void close() {
    try {
      document.close();
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
