package school.kerygma.media.paper;

import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import school.kerygma.core.handout.Box;

/** The way between the user space of a PDF's page and the page as it is shown, and back. */
record PageSpace(AffineTransform toShown, AffineTransform toUser) {

  static PageSpace of(PDPage page) {
    PDRectangle box = page.getCropBox();
    AffineTransform t = new AffineTransform();
    switch (Math.floorMod(page.getRotation(), 360)) {
      case 90 -> t.setTransform(0, 1, 1, 0, -box.getLowerLeftY(), -box.getLowerLeftX());
      case 180 -> t.setTransform(-1, 0, 0, 1, box.getUpperRightX(), -box.getLowerLeftY());
      case 270 -> t.setTransform(0, -1, -1, 0, box.getUpperRightY(), box.getUpperRightX());
      default -> t.setTransform(1, 0, 0, -1, -box.getLowerLeftX(), box.getUpperRightY());
    }
    try {
      return new PageSpace(t, t.createInverse());
    } catch (NoninvertibleTransformException e) {
      throw new IllegalStateException(e);
    }
  }

  /** A box of the shown page in user space. */
  PDRectangle user(Box box) {
    Rectangle2D r =
        toUser
            .createTransformedShape(
                new Rectangle2D.Double(box.x(), box.y(), box.width(), box.height()))
            .getBounds2D();
    return new PDRectangle(
        (float) r.getX(), (float) r.getY(), (float) r.getWidth(), (float) r.getHeight());
  }

  /** A rectangle of user space on the shown page; at least a hundredth of a point wide and high. */
  Box shown(Rectangle2D rectangle) {
    Rectangle2D r = toShown.createTransformedShape(rectangle).getBounds2D();
    return new Box(r.getX(), r.getY(), Math.max(0.01, r.getWidth()), Math.max(0.01, r.getHeight()));
  }

  Point2D user(double x, double y) {
    return toUser.transform(new Point2D.Double(x, y), null);
  }

  Point2D shown(double x, double y) {
    return toShown.transform(new Point2D.Double(x, y), null);
  }
}
