package school.kerygma.media.picture;

import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import school.kerygma.core.handin.PaperEdges;
import school.kerygma.core.handin.Quad;

/** Sets photos of paper upright: those that lie on their side, and those that were taken askew. */
public final class Upright {

  private Upright() {}

  /**
   * Turns a picture in its file, which stays a PNG or a JPEG.
   *
   * @param quarters to the right, 1 to 3
   */
  public static void turn(Path picture, int quarters) throws IOException {
    BufferedImage from = read(picture);
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
    ImageIO.write(to, format(picture), picture.toFile());
  }

  /** Makes the page between four corners the whole picture, as wide as the picture was. */
  public static void straighten(Path picture, Quad quad) throws IOException {
    BufferedImage from = read(picture);
    int width = from.getWidth();
    double shape = quad.shape(width, from.getHeight());
    int height = Math.clamp(Math.round(width / shape), 1, 3 * width);
    int[] pixels = Pixels.of(from);
    int[] straight = new int[width * height];
    Quad.Map map = quad.map();
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        Quad.Point at = map.at((x + 0.5) / width, (y + 0.5) / height);
        straight[y * width + x] =
            between(pixels, width, at.x() * width - 0.5, at.y() * from.getHeight() - 0.5);
      }
    }
    BufferedImage to = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    to.setRGB(0, 0, width, height, straight, 0, width);
    ImageIO.write(to, format(picture), picture.toFile());
  }

  /** Where a sheet of paper seems to lie in a photo. */
  public static Optional<Quad> edges(InputStream photo) throws IOException {
    BufferedImage picture = ImageIO.read(photo);
    return PaperEdges.of(PageTones.luminance(picture), picture.getWidth(), picture.getHeight());
  }

  /** The color between four pixels, by how near each is. */
  private static int between(int[] pixels, int width, double x, double y) {
    int left = Math.clamp((long) Math.floor(x), 0, width - 1);
    int top = Math.clamp((long) Math.floor(y), 0, pixels.length / width - 1);
    int right = Math.min(left + 1, width - 1);
    int bottom = Math.min(top + 1, pixels.length / width - 1);
    double dx = Math.clamp(x - left, 0, 1);
    double dy = Math.clamp(y - top, 0, 1);
    int[] four = {
      pixels[top * width + left],
      pixels[top * width + right],
      pixels[bottom * width + left],
      pixels[bottom * width + right]
    };
    int rgb = 0;
    for (int shift = 0; shift <= 16; shift += 8) {
      double above = (four[0] >> shift & 255) * (1 - dx) + (four[1] >> shift & 255) * dx;
      double below = (four[2] >> shift & 255) * (1 - dx) + (four[3] >> shift & 255) * dx;
      rgb |= (int) Math.round(above * (1 - dy) + below * dy) << shift;
    }
    return rgb;
  }

  private static BufferedImage read(Path picture) throws IOException {
    try (InputStream in = Files.newInputStream(picture)) {
      return ImageIO.read(in);
    }
  }

  private static String format(Path picture) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(picture.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      return readers.hasNext() ? readers.next().getFormatName() : "png";
    }
  }
}
