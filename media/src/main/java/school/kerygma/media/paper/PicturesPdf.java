package school.kerygma.media.paper;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.function.Supplier;
import javax.imageio.ImageIO;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** Puts pictures of pages into one PDF, in their order, each on a page of its own shape. */
public final class PicturesPdf {

  /** The width of every page, in points: that of letter paper. */
  private static final float WIDTH = PDRectangle.LETTER.getWidth();

  private PicturesPdf() {}

  /**
   * Writes. One picture is held at a time.
   *
   * @param title of the document
   * @param pictures what gives the bytes of each, PNG or JPEG that were made here
   */
  public static void write(String title, List<Supplier<byte[]>> pictures, OutputStream to)
      throws IOException {
    try (PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache())) {
      for (Supplier<byte[]> picture : pictures) {
        PDImageXObject image = image(document, picture.get());
        float height = WIDTH * image.getHeight() / image.getWidth();
        PDPage page = new PDPage(new PDRectangle(WIDTH, height));
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          content.drawImage(image, 0, 0, WIDTH, height);
        }
      }
      PDDocumentInformation about = new PDDocumentInformation();
      about.setTitle(title);
      document.setDocumentInformation(about);
      document.save(to);
    }
  }

  private static PDImageXObject image(PDDocument document, byte[] bytes) throws IOException {
    boolean jpeg = bytes.length > 2 && (bytes[0] & 0xFF) == 0xFF && (bytes[1] & 0xFF) == 0xD8;
    if (jpeg) {
      return JPEGFactory.createFromStream(document, new ByteArrayInputStream(bytes));
    }
    BufferedImage read = ImageIO.read(new ByteArrayInputStream(bytes));
    if (read == null) {
      throw new IOException("No picture");
    }
    return LosslessFactory.createFromImage(document, read);
  }
}
