package school.kerygma.media.paper;

import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.awt.geom.Point2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.contentstream.PDFGraphicsStreamEngine;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import school.kerygma.core.rubric.Ruling;

/**
 * Reads the straight level and upright lines of a page: strokes, thin filled bars, and the edges of
 * shaded areas. In points from the upper left corner of the page as it is shown.
 */
final class RulingReader extends PDFGraphicsStreamEngine {

  /** Shorter lines are parts of drawings and letters, in points. */
  private static final double SHORTEST = 12;

  private static final int MOST = 4_000;

  private final List<Ruling> rulings = new ArrayList<>();
  private final Path2D.Double path = new Path2D.Double();
  private final AffineTransform toShown;

  private RulingReader(PDPage page) {
    super(page);
    this.toShown = PageSpace.of(page).toShown();
  }

  static List<Ruling> read(PDPage page) throws IOException {
    RulingReader reader = new RulingReader(page);
    reader.processPage(page);
    return List.copyOf(reader.rulings);
  }

  @Override
  public void appendRectangle(Point2D p0, Point2D p1, Point2D p2, Point2D p3) {
    path.moveTo(p0.getX(), p0.getY());
    path.lineTo(p1.getX(), p1.getY());
    path.lineTo(p2.getX(), p2.getY());
    path.lineTo(p3.getX(), p3.getY());
    path.closePath();
  }

  @Override
  public void drawImage(PDImage image) {
    // A picture has no rulings that could be read.
  }

  @Override
  public void clip(int windingRule) {
    // What is cut away is rare in tables.
  }

  @Override
  public void moveTo(float x, float y) {
    path.moveTo(x, y);
  }

  @Override
  public void lineTo(float x, float y) {
    path.lineTo(x, y);
  }

  @Override
  public void curveTo(float x1, float y1, float x2, float y2, float x3, float y3) {
    path.moveTo(x3, y3); // A curve is no ruling.
  }

  @Override
  public Point2D getCurrentPoint() {
    return path.getCurrentPoint() == null ? new Point2D.Double() : path.getCurrentPoint();
  }

  @Override
  public void closePath() {
    if (path.getCurrentPoint() != null) {
      path.closePath();
    }
  }

  @Override
  public void endPath() {
    path.reset();
  }

  @Override
  public void strokePath() {
    take();
  }

  @Override
  public void fillPath(int windingRule) {
    take();
  }

  @Override
  public void fillAndStrokePath(int windingRule) {
    take();
  }

  @Override
  public void shadingFill(COSName name) {
    path.reset();
  }

  private void take() {
    double[] at = new double[6];
    Point2D begin = new Point2D.Double();
    Point2D last = new Point2D.Double();
    for (PathIterator i = path.getPathIterator(toShown); !i.isDone(); i.next()) {
      int kind = i.currentSegment(at);
      switch (kind) {
        case PathIterator.SEG_MOVETO -> begin = new Point2D.Double(at[0], at[1]);
        case PathIterator.SEG_LINETO -> add(last, new Point2D.Double(at[0], at[1]));
        default -> add(last, begin);
      }
      last = kind == PathIterator.SEG_CLOSE ? begin : new Point2D.Double(at[0], at[1]);
    }
    path.reset();
  }

  private void add(Point2D a, Point2D b) {
    double width = Math.abs(a.getX() - b.getX());
    double height = Math.abs(a.getY() - b.getY());
    boolean straight = Math.min(width, height) <= Ruling.LEAN;
    if (straight && Math.max(width, height) >= SHORTEST && rulings.size() < MOST) {
      rulings.add(
          new Ruling(
              Math.min(a.getX(), b.getX()),
              Math.min(a.getY(), b.getY()),
              Math.max(a.getX(), b.getX()),
              Math.max(a.getY(), b.getY())));
    }
  }
}
