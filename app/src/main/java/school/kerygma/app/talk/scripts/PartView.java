package school.kerygma.app.talk.scripts;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * A part of a long walkthrough.
 *
 * @param number from 1
 * @param of how many there are
 * @param stop that it begins with
 */
public record PartView(int number, int of, UUID stop, String title, long lengthMs) {

  /** The parts of a walkthrough; none if it is whole. */
  public static List<PartView> of(List<StopView> stops) {
    List<List<StopView>> parts = new ArrayList<>();
    for (StopView stop : stops) {
      if (parts.isEmpty() || stop.beginsPart()) {
        parts.add(new ArrayList<>());
      }
      parts.getLast().add(stop);
    }
    List<PartView> views = new ArrayList<>();
    for (List<StopView> part : parts) {
      views.add(
          new PartView(
              views.size() + 1,
              parts.size(),
              part.getFirst().id(),
              part.getFirst().title(),
              part.stream().mapToLong(StopView::lengthMs).sum()));
    }
    return views.size() < 2 ? List.of() : views;
  }
}
