package school.kerygma.core.walkthrough;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.annotation.Carry;
import school.kerygma.core.annotation.Carry.Shift;
import school.kerygma.core.handout.Box;

/**
 * Brings what was done on a page of an edition before onto the newest: looks, the pointer and marks
 * go with the words they were meant for.
 */
public final class TraceCarry {

  /** Places within so many points move alike. */
  private static final double GRAIN = 20;

  private final Carry carry;
  private final int page;
  private final List<UUID> to;
  private final Map<List<Long>, Shift> known = new HashMap<>();

  /**
   * @param page index of the page in its edition, from 0
   * @param to the ids of the newest edition's pages, at least one
   */
  public TraceCarry(Carry carry, int page, List<UUID> to) {
    this.carry = carry;
    this.page = page;
    this.to = List.copyOf(to);
  }

  /**
   * An event on the newest edition.
   *
   * @return nothing if it is a mark whose words are there no more
   */
  public Optional<TraceEvent> event(TraceEvent event) {
    return switch (event) {
      case TraceEvent.Look(long at, UUID before, Box view, long over) -> {
        Shift by = shift(view.centerX(), view.centerY());
        yield Optional.of(new TraceEvent.Look(at, to.get(by.page()), by.of(view), over));
      }
      case TraceEvent.Point(long at, UUID before, double x, double y) -> {
        Shift by = shift(x, y);
        yield Optional.of(new TraceEvent.Point(at, to.get(by.page()), x + by.dx(), y + by.dy()));
      }
      case TraceEvent.MarkMade(long at, var mark, long over) ->
          carry.mark(mark, page, to).map(m -> new TraceEvent.MarkMade(at, m, over));
      case TraceEvent.Wiped(long at, UUID before) ->
          Optional.of(new TraceEvent.Wiped(at, to.get(shift(300, 400).page())));
      case TraceEvent.TakenBack(long at, UUID before) ->
          Optional.of(new TraceEvent.TakenBack(at, to.get(shift(300, 400).page())));
      default -> Optional.of(event);
    };
  }

  /** How a place moves; where no words are near it stays where it is. */
  private Shift shift(double x, double y) {
    return known.computeIfAbsent(
        List.of(Math.round(x / GRAIN), Math.round(y / GRAIN)),
        cell ->
            carry
                .near(page, new Box(x, y, 1, 1))
                .orElse(new Shift(Math.min(page, to.size() - 1), 0, 0)));
  }
}
