package school.kerygma.app.paper.papers;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.core.handout.Box;

/**
 * A page as other modules see it.
 *
 * @param title of the handout
 * @param number its place, from 1
 * @param of how many pages the handout has
 * @param width in points
 * @param height in points
 * @param printed by which number it is called, or empty if that is its place
 */
public record PageView(
    UUID id,
    UUID handout,
    String title,
    int number,
    int of,
    double width,
    double height,
    String printed) {

  public Box box() {
    return new Box(0, 0, width, height);
  }

  /** By which number the page is called: the printed one, else its place. */
  public String called() {
    return printed.isEmpty() ? Integer.toString(number) : printed;
  }

  public String label() {
    return of == 1 && printed.isEmpty() ? title : title + ", page " + called();
  }

  /** By which numbers pages are called, by their places. */
  public static Map<Integer, String> called(List<PageView> pages) {
    return pages.stream().collect(Collectors.toMap(PageView::number, PageView::called));
  }
}
