package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

/** Which marks are seen when: until they are wiped, another takes their place, or the stop ends. */
final class MarkTrack implements ScoreTrack {

  private record Open(int number, Mark mark, long since, long drawMs) {}

  private record Shown(int number, MarkShown mark) {}

  private final Predicate<UUID> known;
  private final ToIntFunction<UUID> index;
  private final List<Open> open = new ArrayList<>();
  private final List<Shown> shown = new ArrayList<>();
  private int made;

  MarkTrack(Predicate<UUID> known, ToIntFunction<UUID> index) {
    this.known = known;
    this.index = index;
  }

  /** In the order in which they were made. */
  List<MarkShown> marks() {
    return shown.stream().sorted(Comparator.comparingInt(Shown::number)).map(Shown::mark).toList();
  }

  @Override
  public void begins(long at, Sight sight) {
    close(at, m -> true);
  }

  @Override
  public void happens(long at, TraceEvent event) {
    switch (event) {
      case TraceEvent.Wiped wiped -> close(at, m -> m.pageId().equals(wiped.pageId()));
      case TraceEvent.MarkMade next -> make(at, next.mark(), next.overMs());
      case TraceEvent.TakenBack back -> takeBack(back.pageId());
      default -> {
        // The others leave marks alone.
      }
    }
  }

  @Override
  public void happened(long at, TraceEvent event) {
    switch (event) {
      case TraceEvent.MarkMade next -> make(at, next.mark(), 0);
      default -> happens(at, event);
    }
  }

  private void make(long at, Mark mark, long drawMs) {
    // What is covered is not in the picture at all.
    if (mark.kind().isShown() && known.test(mark.pageId())) {
      close(at, mark::replaces);
      open.add(new Open(made++, mark, at, drawMs));
    }
  }

  /** It was never there. */
  private void takeBack(UUID page) {
    open.reversed().stream()
        .filter(o -> o.mark().pageId().equals(page))
        .findFirst()
        .ifPresent(open::remove);
  }

  @Override
  public void pauses(long at) {
    // Marks stay over a joint.
  }

  @Override
  public void ends(long at) {
    close(at, m -> true);
  }

  private void close(long at, Predicate<Mark> which) {
    for (Open one : List.copyOf(open)) {
      if (which.test(one.mark())) {
        open.remove(one);
        // Made and wiped where nobody sees it: it was never there.
        if (at > one.since()) {
          int page = index.applyAsInt(one.mark().pageId());
          shown.add(
              new Shown(
                  one.number(), MarkShown.of(one.mark(), page, one.since(), at, one.drawMs())));
        }
      }
    }
  }
}
