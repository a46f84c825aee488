package school.kerygma.media.paper;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.media.paper.PaperRefused.Reason;

/** A picture as a paper of one page without words. Its longer side counts as 11 inches. */
final class PicturePaper extends Paper {

  /** The widest picture that is asked for. */
  private static final int LARGEST_WIDTH = 1_800;

  private static final double LONGER_SIDE_POINTS = 792;

  private final BufferedImage image;
  private final String mediaType;

  private PicturePaper(BufferedImage image, String mediaType) {
    this.image = image;
    this.mediaType = mediaType;
  }

  static PicturePaper read(Path file, String mediaType) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      var readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw new PaperRefused(Reason.DAMAGED);
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in);
        if ((long) reader.getWidth(0) * reader.getHeight(0) > PaperLimits.PICTURE_PIXELS) {
          throw new PaperRefused(Reason.PAGE_TOO_LARGE);
        }
        PaperLimits.heightPx(reader.getWidth(0), reader.getHeight(0), LARGEST_WIDTH);
        return new PicturePaper(reader.read(0), mediaType);
      } catch (RuntimeException e) {
        // The readers of the JDK answer damaged files with all kinds of runtime exceptions.
        throw e instanceof PaperRefused refused ? refused : new PaperRefused(Reason.DAMAGED);
      } finally {
        reader.dispose();
      }
    }
  }

  @Override
  public String mediaType() {
    return mediaType;
  }

  @Override
  public int pageCount() {
    return 1;
  }

  @Override
  public List<String> labels() {
    return List.of();
  }

  @Override
  public Page page(int number) {
    double scale = LONGER_SIDE_POINTS / Math.max(image.getWidth(), image.getHeight());
    return new Page(number, image.getWidth() * scale, image.getHeight() * scale, List.of());
  }

  @Override
  public List<Ruling> rulings(int number) {
    return List.of();
  }

  @Override
  public List<Mark> marks(int number, UUID pageId) {
    return List.of();
  }

  @Override
  public BufferedImage picture(int number, int widthPx) {
    int height = PaperLimits.heightPx(image.getWidth(), image.getHeight(), widthPx);
    BufferedImage scaled = new BufferedImage(widthPx, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = scaled.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    g.drawImage(image, 0, 0, widthPx, height, Color.WHITE, null);
    g.dispose();
    return scaled;
  }

  @Override
  public void close() {
    image.flush();
  }
}
