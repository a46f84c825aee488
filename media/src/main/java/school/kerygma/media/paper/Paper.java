package school.kerygma.media.paper;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.apache.tika.detect.DefaultDetector;
import org.apache.tika.io.TikaInputStream;
import org.apache.tika.metadata.Metadata;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.media.paper.PaperRefused.Reason;

/** A paper that can be read: a PDF or one picture. */
public abstract sealed class Paper implements AutoCloseable permits PdfPaper, PicturePaper {

  /**
   * Opens a file by what it is, whatever it is called.
   *
   * @throws PaperRefused if it is none that can be taken in
   */
  public static Paper open(Path file) {
    try {
      long size = Files.size(file);
      if (size == 0) {
        throw new PaperRefused(Reason.NOTHING_IN_IT);
      }
      if (size > PaperLimits.FILE_BYTES) {
        throw new PaperRefused(Reason.TOO_LARGE);
      }
      return switch (mediaType(file)) {
        case "application/pdf" -> PdfPaper.read(file);
        case "image/png" -> PicturePaper.read(file, "image/png");
        case "image/jpeg" -> PicturePaper.read(file, "image/jpeg");
        default -> throw new PaperRefused(Reason.NOT_A_PAPER);
      };
    } catch (IOException e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
  }

  private static String mediaType(Path file) throws IOException {
    try (TikaInputStream in = TikaInputStream.get(file)) {
      return new DefaultDetector().detect(in, new Metadata()).getBaseType().toString();
    }
  }

  public abstract String mediaType();

  public abstract int pageCount();

  /** The labels that the file gives its pages (ISO 32000-1, 12.4.2); none if it gives none. */
  public abstract List<String> labels();

  /**
   * Reads the words of a page.
   *
   * @param number from 1
   */
  public abstract Page page(int number);

  /**
   * Reads the straight lines of a page.
   *
   * @param number from 1
   * @return none for a picture
   */
  public abstract List<Ruling> rulings(int number);

  /**
   * The marks that somebody made on a page with another program (ISO 32000-1, 12.5).
   *
   * @param number from 1
   * @param pageId what they will say they are on
   * @return none for a picture
   */
  public abstract List<Mark> marks(int number, UUID pageId);

  /**
   * Draws a page, without the marks that {@link #marks} gives.
   *
   * @param number from 1
   * @param widthPx width of the picture
   */
  public abstract BufferedImage picture(int number, int widthPx);

  @Override
  public abstract void close();
}
