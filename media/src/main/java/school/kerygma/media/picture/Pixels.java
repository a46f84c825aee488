package school.kerygma.media.picture;

import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;

/**
 * The colors of a picture as plain numbers: asked one by one, an image takes many times as long.
 */
final class Pixels {

  private Pixels() {}

  /** The color of each pixel, row by row, as 0xRRGGBB; what is above those bits means nothing. */
  static int[] of(BufferedImage picture) {
    int width = picture.getWidth();
    int height = picture.getHeight();
    if (picture.getType() != BufferedImage.TYPE_3BYTE_BGR
        && picture.getType() != BufferedImage.TYPE_INT_RGB) {
      return picture.getRGB(0, 0, width, height, null, 0, width);
    }
    BufferedImage plain = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = plain.createGraphics();
    g.drawImage(picture, 0, 0, null);
    g.dispose();
    return ((DataBufferInt) plain.getRaster().getDataBuffer()).getData();
  }
}
