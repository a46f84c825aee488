package school.kerygma.core.walkthrough;

import java.util.UUID;
import school.kerygma.core.handout.Box;

/**
 * What a stop shows: a page and the part of it that fills the stage.
 *
 * @param pageId the page of an edition
 * @param frame the part that must be seen, in points of the page
 */
public record Sight(UUID pageId, Box frame) {

  /** A frame this much too tall for the stage, or more, is not shown whole to begin with. */
  private static final double TOO_TALL = 1.15;

  /** Beside words there is air, and at times the line of a table: a share of their width. */
  private static final double AIR = 0.05;

  public Camera camera() {
    return Camera.showing(pageId, frame);
  }

  /**
   * Where a recording begins: what is too tall for the stage is seen in its full width, from its
   * top, so that its words can be read; anything else as {@link #camera} shows it.
   */
  public Camera opening() {
    Camera whole = camera();
    if (whole.view().width() < frame.width() * TOO_TALL) {
      return whole;
    }
    double width = frame.width() * (1 + 2 * AIR);
    return new Camera(
        pageId, new Box(frame.centerX() - width / 2, frame.y(), width, width / Camera.ASPECT));
  }
}
