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

  public Camera camera() {
    return Camera.showing(pageId, frame);
  }
}
