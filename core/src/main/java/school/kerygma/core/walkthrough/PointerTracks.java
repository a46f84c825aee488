package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.walkthrough.PlaybackScore.PointerKey;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;

/** When and where the pointer is seen; it comes anew after every joint. */
final class PointerTracks implements ScoreTrack {

  /** Points of the pointer closer together than this are one movement. */
  private static final long MOVEMENT_GAP_MS = 150;

  /** A pointer that lies still for so long distracts and is taken away. */
  private static final long POINTER_REST_MS = 3_000;

  private final Predicate<UUID> known;
  private final ToIntFunction<UUID> index;
  private final List<PointerTrack> tracks = new ArrayList<>();
  private final List<PointerKey> open = new ArrayList<>();
  private @Nullable UUID page;

  PointerTracks(Predicate<UUID> known, ToIntFunction<UUID> index) {
    this.known = known;
    this.index = index;
  }

  List<PointerTrack> tracks() {
    return List.copyOf(tracks);
  }

  @Override
  public void begins(long at, Sight sight) {
    page = null;
  }

  @Override
  public void happens(long at, TraceEvent event) {
    boolean leaves =
        switch (event) {
          case TraceEvent.PointerGone gone -> true;
          case TraceEvent.Look look -> !look.pageId().equals(page);
          case TraceEvent.Point point ->
              !point.pageId().equals(page)
                  || !open.isEmpty() && at - open.getLast().atMs() > POINTER_REST_MS;
          default -> false;
        };
    if (leaves) {
      close(at);
    }
    if (event instanceof TraceEvent.Point point && known.test(point.pageId())) {
      page = point.pageId();
      if (!open.isEmpty() && at - open.getLast().atMs() > MOVEMENT_GAP_MS) {
        PointerKey rest = open.getLast();
        open.add(new PointerKey(at - MOVEMENT_GAP_MS / 3, rest.x(), rest.y()));
      }
      open.add(new PointerKey(at, point.x(), point.y()));
    }
  }

  @Override
  public void happened(long at, TraceEvent event) {
    // A pointer that was moved where nobody sees it shows itself when it moves again.
  }

  @Override
  public void pauses(long at) {
    close(at);
  }

  @Override
  public void ends(long at) {
    close(at);
  }

  private void close(long at) {
    if (!open.isEmpty() && page != null) {
      PointerKey last = open.getLast();
      long end = Math.min(at, last.atMs() + POINTER_REST_MS);
      if (end > last.atMs()) {
        open.add(new PointerKey(end, last.x(), last.y()));
      }
      tracks.add(new PointerTrack(index.applyAsInt(page), List.copyOf(open)));
      open.clear();
    }
  }
}
