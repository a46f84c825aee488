package school.kerygma.media.stage;

import java.awt.AlphaComposite;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.util.List;
import school.kerygma.core.annotation.BadgePlace;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;
import school.kerygma.core.walkthrough.ScoreMoment;
import school.kerygma.core.walkthrough.StageLook;

/**
 * Draws what a score shows at a moment, as the player in the browser does ({@code stage.js}; a test
 * compares the two). Lengths are in stage units: the stage is 1600 wide and 900 high at any size,
 * so lines are equally thick however close the camera is.
 */
public final class FrameRenderer {

  private static final Color DESK = new Color(StageLook.DESK);
  private static final Color RULE = new Color(StageLook.RULE);
  private static final Color PLUM = new Color(StageLook.PLUM);
  private static final Color INK = new Color(StageLook.INK);

  private final PlaybackScore score;
  private final List<BufferedImage> pages;
  private final int width;
  private final int height;

  /**
   * @param pages a picture for every page of the score
   * @param width of the frames in pixels; their height follows
   */
  public FrameRenderer(PlaybackScore score, List<BufferedImage> pages, int width) {
    this.score = score;
    this.pages = List.copyOf(pages);
    this.width = width;
    this.height = Math.round(width * 9f / 16f);
  }

  public BufferedImage frame(long atMs) {
    BufferedImage frame = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = frame.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    g.setColor(DESK);
    g.fillRect(0, 0, width, height);
    ScoreMoment moment = ScoreMoment.of(score, atMs);
    moment.camera().ifPresent(camera -> draw(g, moment, camera.view(), atMs));
    g.dispose();
    return frame;
  }

  private void draw(Graphics2D g, ScoreMoment moment, Box view, long atMs) {
    ShownPage page = score.pages().get(moment.page());
    g.scale(width / (double) StageLook.WIDTH, width / (double) StageLook.WIDTH);
    double scale = StageLook.WIDTH / view.width();
    AffineTransform toStage =
        new AffineTransform(scale, 0, 0, scale, -view.x() * scale, -view.y() * scale);
    BufferedImage picture = pages.get(moment.page());
    AffineTransform paper = new AffineTransform(toStage);
    paper.scale(page.width() / picture.getWidth(), page.height() / picture.getHeight());
    g.drawImage(picture, paper, null);
    g.setColor(RULE);
    g.setStroke(new BasicStroke((float) StageLook.PAGE_EDGE));
    g.draw(onStage(toStage, new Box(0, 0, page.width(), page.height())));
    for (MarkShown mark : moment.marks()) {
      if (mark.is().isBeneath()) {
        light(g, toStage, mark, atMs);
      }
    }
    for (MarkShown mark : moment.marks()) {
      mark(g, toStage, mark, atMs);
    }
    moment
        .pointer()
        .ifPresent(
            p -> {
              var at = toStage.transform(new Point2D.Double(p.x(), p.y()), null);
              circle(g, at, StageLook.POINTER_OUTER, Color.WHITE);
              circle(g, at, StageLook.POINTER_INNER, PLUM);
            });
  }

  private static Rectangle2D onStage(AffineTransform toStage, Box box) {
    return toStage
        .createTransformedShape(new Rectangle2D.Double(box.x(), box.y(), box.width(), box.height()))
        .getBounds2D();
  }

  private static Rectangle2D grown(Rectangle2D r, double by) {
    return new Rectangle2D.Double(
        r.getX() - by, r.getY() - by, r.getWidth() + 2 * by, r.getHeight() + 2 * by);
  }

  private void light(Graphics2D g, AffineTransform toStage, MarkShown mark, long atMs) {
    Area dimmed = new Area(new Rectangle2D.Double(0, 0, StageLook.WIDTH, StageLook.HEIGHT));
    for (Box box : mark.boxes()) {
      dimmed.subtract(new Area(grown(onStage(toStage, box), StageLook.AROUND)));
    }
    g.setComposite(
        AlphaComposite.getInstance(
            AlphaComposite.SRC_OVER, (float) (StageLook.DIM * ScoreMoment.drawn(mark, atMs))));
    g.setColor(INK);
    g.fill(dimmed);
    g.setComposite(AlphaComposite.SrcOver);
  }

  private void mark(Graphics2D g, AffineTransform toStage, MarkShown mark, long atMs) {
    double drawn = ScoreMoment.drawn(mark, atMs);
    g.setColor(PLUM);
    switch (mark.is()) {
      case RING -> {
        Rectangle2D r = grown(onStage(toStage, Box.around(mark.boxes())), StageLook.AROUND);
        double corner = Math.min(StageLook.CORNER, r.getHeight());
        g.setComposite(AlphaComposite.getInstance(AlphaComposite.SRC_OVER, (float) drawn));
        g.setStroke(new BasicStroke((float) StageLook.RING));
        g.draw(
            new RoundRectangle2D.Double(
                r.getX(), r.getY(), r.getWidth(), r.getHeight(), corner, corner));
        g.setComposite(AlphaComposite.SrcOver);
      }
      case UNDERLINE -> {
        g.setStroke(
            new BasicStroke(
                (float) StageLook.UNDERLINE, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        for (Box box : mark.boxes()) {
          Rectangle2D r = onStage(toStage, box);
          double y = r.getMaxY() + StageLook.UNDERLINE_BELOW;
          g.draw(new Line2D.Double(r.getX(), y, r.getX() + r.getWidth() * drawn, y));
        }
      }
      case NUMBER -> {
        Box counted = mark.boxes().getFirst();
        Rectangle2D r = onStage(toStage, counted);
        Rectangle2D place =
            onStage(toStage, mark.badge() == null ? BadgePlace.before(counted) : mark.badge());
        double radius = place.getWidth() / 2;
        double x = Math.max(radius, place.getCenterX());
        if (place.getX() > r.getMaxX() + place.getWidth()
            || place.getMaxX() + place.getWidth() < r.getX()) {
          double end = x < r.getX() ? r.getMaxX() : r.getX();
          double y = r.getMaxY() + StageLook.LEADER_BELOW;
          g.setStroke(new BasicStroke((float) StageLook.LEADER));
          g.draw(new Line2D.Double(x, y, x + (end - x) * drawn, y));
        }
        disc(g, x, place.getCenterY(), radius * drawn, PLUM);
        g.setColor(Color.WHITE);
        g.setFont(
            new Font(Font.SERIF, Font.BOLD, 1)
                .deriveFont((float) (StageLook.FIGURE * radius * drawn)));
        String text = "" + mark.number();
        double half = g.getFontMetrics().stringWidth(text) / 2.0;
        g.drawString(
            text,
            (float) (x - half),
            (float) (place.getCenterY() + StageLook.FIGURE_BELOW * radius * drawn));
      }
      case INK -> ink(g, toStage, mark.ink(), drawn);
      case NOTE -> note(g, toStage, mark, drawn);
      case FILLED -> filledIn(g, toStage, mark, drawn);
      case LIGHT -> {
        // Drawn beneath all other marks.
      }
      case COVER -> {
        // What is covered is not in the picture at all.
      }
    }
  }

  /** A line whose width changes from point to point. */
  private static void ink(
      Graphics2D g, AffineTransform toStage, List<Ink.Point> line, double drawn) {
    double scale = toStage.getScaleX();
    Point2D from = onStage(toStage, line.getFirst());
    if (line.size() == 1) {
      disc(g, from.getX(), from.getY(), line.getFirst().width() * scale / 2, PLUM);
      return;
    }
    int last = (int) Math.max(1, Math.round(drawn * (line.size() - 1)));
    int i = 1;
    while (i <= last) {
      double width = line.get(i - 1).width();
      Path2D piece = new Path2D.Double();
      piece.moveTo(from.getX(), from.getY());
      do {
        from = onStage(toStage, line.get(i));
        piece.lineTo(from.getX(), from.getY());
        i++;
      } while (i <= last && line.get(i - 1).width() == width);
      g.setStroke(
          new BasicStroke((float) (width * scale), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
      g.draw(piece);
    }
  }

  private static Point2D onStage(AffineTransform toStage, Ink.Point point) {
    return toStage.transform(new Point2D.Double(point.x(), point.y()), null);
  }

  private static void note(Graphics2D g, AffineTransform toStage, MarkShown mark, double drawn) {
    Rectangle2D r = onStage(toStage, mark.boxes().getFirst());
    double line = NoteSlip.LINE * toStage.getScaleX();
    g.setComposite(AlphaComposite.getInstance(AlphaComposite.SRC_OVER, (float) drawn));
    g.setColor(Color.WHITE);
    g.fill(r);
    g.setColor(PLUM);
    g.setStroke(new BasicStroke((float) StageLook.NOTE_EDGE));
    g.draw(r);
    g.setFont(
        new Font(Font.SANS_SERIF, Font.PLAIN, 1)
            .deriveFont((float) (line * StageLook.NOTE_LETTERS)));
    double y = r.getY();
    for (String text : mark.words().split("\n")) {
      y += line;
      g.drawString(text, (float) (r.getX() + line * StageLook.NOTE_INDENT), (float) y);
    }
    g.setComposite(AlphaComposite.SrcOver);
  }

  /** The words come letter by letter, as they were typed. */
  private static void filledIn(
      Graphics2D g, AffineTransform toStage, MarkShown mark, double drawn) {
    Rectangle2D r = onStage(toStage, mark.boxes().getFirst());
    String words = mark.words();
    g.setColor(PLUM);
    g.setFont(
        new Font(Font.SANS_SERIF, Font.PLAIN, 1)
            .deriveFont((float) (r.getHeight() * Mark.FilledIn.LETTERS)));
    g.drawString(
        words.substring(0, (int) Math.round(drawn * words.length())),
        (float) r.getX(),
        (float) (r.getY() + r.getHeight() * Mark.FilledIn.BASELINE));
  }

  /** The pointer: the letters it points at can be read. */
  private static void circle(Graphics2D g, Point2D at, double width, Color color) {
    g.setColor(color);
    g.setStroke(new BasicStroke((float) width));
    double r = StageLook.POINTER;
    g.draw(new Ellipse2D.Double(at.getX() - r, at.getY() - r, 2 * r, 2 * r));
  }

  private static void disc(Graphics2D g, double x, double y, double radius, Color color) {
    g.setColor(color);
    g.fill(new Ellipse2D.Double(x - radius, y - radius, 2 * radius, 2 * radius));
  }
}
