package school.kerygma.media.picture;

import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Turns pictures that lie on their side. */
public final class Turned {

  private Turned() {}

  /**
   * Turns a picture in its file, which stays a PNG or a JPEG.
   *
   * @param quarters to the right, 1 to 3
   */
  public static void byQuarters(Path picture, int quarters) throws IOException {
    String format = format(picture);
    BufferedImage from;
    try (InputStream in = Files.newInputStream(picture)) {
      from = ImageIO.read(in);
    }
    int width = from.getWidth();
    int height = from.getHeight();
    boolean onItsSide = quarters % 2 == 1;
    BufferedImage to =
        new BufferedImage(
            onItsSide ? height : width, onItsSide ? width : height, BufferedImage.TYPE_INT_RGB);
    AffineTransform turn = new AffineTransform();
    turn.translate(to.getWidth() / 2.0, to.getHeight() / 2.0);
    turn.quadrantRotate(quarters);
    turn.translate(-width / 2.0, -height / 2.0);
    Graphics2D g = to.createGraphics();
    g.drawImage(from, turn, null);
    g.dispose();
    ImageIO.write(to, format, picture.toFile());
  }

  private static String format(Path picture) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(picture.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      return readers.hasNext() ? readers.next().getFormatName() : "png";
    }
  }
}
