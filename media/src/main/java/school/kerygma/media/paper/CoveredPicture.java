package school.kerygma.media.paper;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.List;
import school.kerygma.core.handout.Box;

/** Takes away what is covered on the picture of a page: its pixels are painted over for good. */
public final class CoveredPicture {

  private static final Color STRIP = new Color(0xD9D2C3);
  private static final Color HATCH = new Color(0x56646A);

  /** Distance of the hatching's lines, in points. */
  private static final double HATCHING = 5;

  private CoveredPicture() {}

  /**
   * A new picture in which the boxes are hatched strips.
   *
   * @param pageWidth in points, the width of the whole picture
   * @param boxes in points of the page
   */
  public static BufferedImage of(BufferedImage picture, double pageWidth, List<Box> boxes) {
    BufferedImage covered =
        new BufferedImage(picture.getWidth(), picture.getHeight(), BufferedImage.TYPE_INT_RGB);
    Graphics2D g = covered.createGraphics();
    g.drawImage(picture, 0, 0, null);
    double scale = picture.getWidth() / pageWidth;
    for (Box box : boxes) {
      // Whole pixels: a half covered one would still show something.
      double left = Math.floor(box.x() * scale);
      double top = Math.floor(box.y() * scale);
      Rectangle2D strip =
          new Rectangle2D.Double(
              left,
              top,
              Math.ceil(box.right() * scale) - left,
              Math.ceil(box.bottom() * scale) - top);
      g.setColor(STRIP);
      g.fill(strip);
      hatch(g, strip, HATCHING * scale);
    }
    g.dispose();
    return covered;
  }

  private static void hatch(Graphics2D g, Rectangle2D strip, double apart) {
    Shape whole = g.getClip();
    g.clip(strip);
    g.setColor(HATCH);
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setStroke(new BasicStroke((float) Math.max(1, apart / 8)));
    double height = strip.getHeight();
    for (double x = strip.getX() - height; x < strip.getMaxX(); x += apart) {
      g.draw(new Line2D.Double(x, strip.getMaxY(), x + height, strip.getY()));
    }
    g.setClip(whole);
  }
}
