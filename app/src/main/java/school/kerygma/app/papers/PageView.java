package school.kerygma.app.papers;

import java.util.UUID;
import school.kerygma.core.handout.Box;

/**
 * A page as other modules see it.
 *
 * @param title of the handout
 * @param number from 1
 * @param of how many pages the handout has
 * @param width in points
 * @param height in points
 */
public record PageView(
    UUID id, UUID handout, String title, int number, int of, double width, double height) {

  public Box box() {
    return new Box(0, 0, width, height);
  }

  public String label() {
    return of == 1 ? title : title + ", page " + number;
  }
}
