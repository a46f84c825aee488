package school.kerygma.core.walkthrough;

import java.util.UUID;
import school.kerygma.core.handout.Box;

/**
 * The part of a page that fills the stage. It always has the stage's proportions, so it may reach
 * beyond the page: there the desk is seen.
 *
 * @param pageId the page
 * @param view in points of the page, {@link #ASPECT} wide
 */
public record Camera(UUID pageId, Box view) {

  /** Width of the stage over its height, as of common video and screens. */
  public static final double ASPECT = 16.0 / 9.0;

  /** The smallest camera that shows all of the frame, with the frame in its middle. */
  public static Camera showing(UUID pageId, Box frame) {
    double width = Math.max(frame.width(), frame.height() * ASPECT);
    double height = width / ASPECT;
    return new Camera(
        pageId, new Box(frame.centerX() - width / 2, frame.centerY() - height / 2, width, height));
  }

  /**
   * The camera on the straight way from this one to {@code to}.
   *
   * @param share 0 (this) to 1 (the other)
   */
  public Camera towards(Camera to, double share) {
    double s = Math.clamp(share, 0, 1);
    Box a = view;
    Box b = to.view;
    return new Camera(
        pageId,
        new Box(
            a.x() + (b.x() - a.x()) * s,
            a.y() + (b.y() - a.y()) * s,
            a.width() + (b.width() - a.width()) * s,
            a.height() + (b.height() - a.height()) * s));
  }
}
