package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.Optional;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.PointerKey;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;

/**
 * What a score shows at one moment. The player in the browser evaluates the same score in the same
 * way; a test compares their pictures.
 *
 * @param page index of the page, or -1 for an empty score
 * @param camera where the camera is
 * @param marks the marks seen on that page, oldest first
 * @param pointer where the pointer is, if it is seen
 */
public record ScoreMoment(
    int page, Optional<CameraKey> camera, List<MarkShown> marks, Optional<PointerKey> pointer) {

  public static ScoreMoment of(PlaybackScore score, long atMs) {
    Optional<CameraKey> camera = camera(score.camera(), atMs);
    int page = camera.map(CameraKey::page).orElse(-1);
    return new ScoreMoment(
        page,
        camera,
        score.marks().stream()
            .filter(m -> m.page() == page && m.startMs() <= atMs && atMs < m.endMs())
            .toList(),
        score.pointer().stream()
            .filter(t -> t.page() == page)
            .flatMap(t -> pointer(t, atMs).stream())
            .findFirst());
  }

  /** How much of a mark is drawn at a moment, 0 to 1. */
  public static double drawn(MarkShown mark, long atMs) {
    return mark.drawMs() == 0
        ? 1
        : Math.clamp((atMs - mark.startMs()) / (double) mark.drawMs(), 0, 1);
  }

  private static Optional<CameraKey> camera(List<CameraKey> keys, long atMs) {
    CameraKey last = null;
    for (CameraKey key : keys) {
      if (key.atMs() > atMs) {
        return Optional.of(last == null ? key : between(last, key, atMs));
      }
      last = key;
    }
    return Optional.ofNullable(last);
  }

  private static CameraKey between(CameraKey a, CameraKey b, long atMs) {
    if (a.page() != b.page()) {
      return a;
    }
    // One page stands for itself here; only the view moves.
    java.util.UUID same = new java.util.UUID(0, a.page());
    double share = (double) (atMs - a.atMs()) / (b.atMs() - a.atMs());
    return new CameraKey(
        atMs,
        a.page(),
        new Camera(same, a.view()).towards(new Camera(same, b.view()), share).view());
  }

  private static Optional<PointerKey> pointer(PointerTrack track, long atMs) {
    PointerKey last = null;
    for (PointerKey key : track.keys()) {
      if (key.atMs() > atMs) {
        if (last == null) {
          return Optional.empty();
        }
        double s = (double) (atMs - last.atMs()) / (key.atMs() - last.atMs());
        return Optional.of(
            new PointerKey(
                atMs, last.x() + (key.x() - last.x()) * s, last.y() + (key.y() - last.y()) * s));
      }
      last = key;
    }
    return Optional.empty();
  }
}
