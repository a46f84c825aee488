package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.time.Span;

/**
 * What the teacher did during a recording, in order of time.
 *
 * @param events sorted by {@link TraceEvent#atMs()}; events at the same time keep their order
 */
public record Trace(List<TraceEvent> events) {

  /** Stretches shorter than this hold no speech: Page Down was pressed twice. */
  public static final long SHORTEST_TAKE_MS = 300;

  public Trace {
    events = events.stream().sorted(Comparator.comparingLong(TraceEvent::atMs)).toList();
  }

  /** The events inside a span, in order. */
  public List<TraceEvent> within(Span span) {
    return events.stream().filter(e -> span.contains(e.atMs())).toList();
  }

  /**
   * The same with some pages in newer editions for a while.
   *
   * @param during what is done outside of it stays where it was done
   * @param carries by the page before
   */
  public Trace carried(Span during, Map<UUID, TraceCarry> carries) {
    return new Trace(events.stream().flatMap(e -> carried(e, during, carries).stream()).toList());
  }

  private static Optional<TraceEvent> carried(
      TraceEvent event, Span during, Map<UUID, TraceCarry> carries) {
    Optional<TraceCarry> carry =
        during.contains(event.atMs()) ? event.page().map(carries::get) : Optional.empty();
    return carry.isPresent() ? carry.get().event(event) : Optional.of(event);
  }

  /**
   * A mark that was made.
   *
   * @param number its place among all marks of the recording, from 0
   */
  public record MadeMark(int number, TraceEvent.MarkMade made) {}

  /** The marks that were made, in order, as they are after changes to them. */
  public List<MadeMark> marks(Map<Integer, MarkChange> changes) {
    List<TraceEvent.MarkMade> all =
        events.stream()
            .filter(TraceEvent.MarkMade.class::isInstance)
            .map(TraceEvent.MarkMade.class::cast)
            .toList();
    List<MadeMark> marks = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      int number = i;
      changes
          .getOrDefault(i, MarkChange.NONE)
          .of(all.get(i))
          .ifPresent(m -> marks.add(new MadeMark(number, m)));
    }
    return List.copyOf(marks);
  }

  /** The same with changes to its marks, by their number. */
  public Trace changed(Map<Integer, MarkChange> changes) {
    if (changes.isEmpty()) {
      return this;
    }
    List<TraceEvent> others =
        new ArrayList<>(events.stream().filter(e -> !(e instanceof TraceEvent.MarkMade)).toList());
    // What happens at the same moment happens after the marks of that moment, as it was recorded.
    List<TraceEvent> all = new ArrayList<>();
    marks(changes).forEach(m -> all.add(m.made()));
    all.addAll(0, others.stream().filter(TraceEvent.StopBegins.class::isInstance).toList());
    all.addAll(others.stream().filter(e -> !(e instanceof TraceEvent.StopBegins)).toList());
    return new Trace(all);
  }

  /** When the stop was begun that is said at a moment; that moment if none was. */
  public long begunAt(long atMs) {
    return events.stream()
        .filter(e -> e instanceof TraceEvent.StopBegins && e.atMs() <= atMs)
        .mapToLong(TraceEvent::atMs)
        .max()
        .orElse(atMs);
  }

  /** What was covered and not uncovered again. */
  public List<TraceEvent.Covered> covered() {
    Set<UUID> lifted =
        events.stream()
            .filter(TraceEvent.Uncovered.class::isInstance)
            .map(e -> ((TraceEvent.Uncovered) e).id())
            .collect(Collectors.toSet());
    return events.stream()
        .filter(TraceEvent.Covered.class::isInstance)
        .map(TraceEvent.Covered.class::cast)
        .filter(c -> !lifted.contains(c.id()))
        .toList();
  }

  /**
   * What lies on the desk.
   *
   * @param marks made while talking, oldest first
   */
  public record Desk(Camera camera, List<Mark> marks) {}

  /**
   * How a recording leaves the desk: whoever goes on with its last stop goes on from there.
   *
   * @param sight what that stop shows when it begins
   */
  public Desk left(Sight sight) {
    Camera camera = sight.camera();
    List<Mark> marks = new ArrayList<>();
    for (TraceEvent event : events) {
      switch (event) {
        case TraceEvent.StopBegins begins -> {
          camera = sight.camera();
          marks.clear();
        }
        case TraceEvent.Look look -> camera = Camera.showing(look.pageId(), look.view());
        case TraceEvent.Wiped wiped -> marks.removeIf(m -> m.pageId().equals(wiped.pageId()));
        case TraceEvent.MarkMade made -> {
          marks.removeIf(made.mark()::replaces);
          marks.add(made.mark());
        }
        case TraceEvent.TakenBack back ->
            marks.reversed().stream()
                .filter(m -> m.pageId().equals(back.pageId()))
                .findFirst()
                .ifPresent(marks::remove);
        default -> {
          // The pointer goes where the hand goes, and covers stand on their pages.
        }
      }
    }
    return new Desk(camera, List.copyOf(marks));
  }

  /**
   * A stretch of a recording in which one stop was said.
   *
   * @param stopId the stop
   * @param span on the recording's clock
   * @param continues whether it goes on with an interrupted take of the stop
   */
  public record Stretch(UUID stopId, Span span, boolean continues) {}

  /**
   * Cuts a recording at the beginnings of its stops. If a stop was begun more than once, each
   * stretch stands for itself; the later one is the one to keep.
   *
   * @param durationMs length of the recording
   */
  public List<Stretch> stretches(long durationMs) {
    List<TraceEvent.StopBegins> begins =
        events.stream()
            .filter(TraceEvent.StopBegins.class::isInstance)
            .map(TraceEvent.StopBegins.class::cast)
            .toList();
    List<Stretch> stretches = new ArrayList<>();
    for (int i = 0; i < begins.size(); i++) {
      TraceEvent.StopBegins begin = begins.get(i);
      long from = Math.max(0, begin.atMs());
      long until =
          i + 1 < begins.size() ? Math.min(durationMs, begins.get(i + 1).atMs()) : durationMs;
      if (until - from >= SHORTEST_TAKE_MS) {
        stretches.add(new Stretch(begin.stopId(), Span.of(from, until), begin.continues()));
      }
    }
    return List.copyOf(stretches);
  }
}
