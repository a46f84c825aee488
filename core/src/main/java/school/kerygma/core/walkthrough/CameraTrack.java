package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;

/** Where the camera is: it glides on a page and cuts to another. */
final class CameraTrack implements ScoreTrack {

  private final Predicate<UUID> known;
  private final ToIntFunction<UUID> index;
  private final List<CameraKey> keys = new ArrayList<>();

  private @Nullable Camera from;
  private @Nullable Camera to;
  private long moveStart;
  private long moveEnd;

  CameraTrack(Predicate<UUID> known, ToIntFunction<UUID> index) {
    this.known = known;
    this.index = index;
  }

  List<CameraKey> keys() {
    return List.copyOf(keys);
  }

  @Override
  public void begins(long at, Sight sight) {
    if (to != null) {
      key(at, to); // In the silence before, nothing moves.
    }
    stand(at, sight.camera());
  }

  private void stand(long at, Camera camera) {
    from = camera;
    to = camera;
    moveStart = at;
    moveEnd = at;
    key(at, camera);
  }

  private Camera at(long at) {
    Camera end = Objects.requireNonNull(to);
    return at >= moveEnd ? end : Objects.requireNonNull(from).towards(end, share(at));
  }

  private double share(long at) {
    return moveEnd == moveStart ? 1 : (double) (at - moveStart) / (moveEnd - moveStart);
  }

  @Override
  public void happens(long at, TraceEvent event) {
    if (!(event instanceof TraceEvent.Look look) || !known.test(look.pageId())) {
      return;
    }
    Camera now = at(at);
    if (at > moveEnd && moveEnd > moveStart) {
      key(moveEnd, Objects.requireNonNull(to));
    }
    key(at, now);
    Camera next = Camera.showing(look.pageId(), look.view());
    if (look.overMs() <= 0 || !now.pageId().equals(next.pageId())) {
      stand(at, next);
    } else {
      from = now;
      to = next;
      moveStart = at;
      moveEnd = at + look.overMs();
    }
  }

  @Override
  public void happened(long at, TraceEvent event) {
    if (event instanceof TraceEvent.Look look && known.test(look.pageId())) {
      stand(at, Camera.showing(look.pageId(), look.view()));
    }
  }

  @Override
  public void pauses(long at) {
    Camera end = Objects.requireNonNull(to);
    if (moveEnd > moveStart) {
      key(Math.min(moveEnd, at), end);
    }
    key(at, end);
    from = end;
    moveStart = at;
    moveEnd = at;
  }

  @Override
  public void ends(long at) {
    // The last pause has written all there is.
  }

  private void key(long at, Camera camera) {
    CameraKey next = new CameraKey(at, index.applyAsInt(camera.pageId()), camera.view());
    if (keys.isEmpty() || !keys.getLast().equals(next)) {
      keys.add(next);
    }
  }
}
