package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;

/** Where a narrow screen looks in a score, and when: what is marked, pointed at and spoken of. */
final class NarrowTargets {

  /** Side of the place that a pointer is on, in points. */
  private static final double POINT = 1;

  private static final int WORDS_IN_COMMON = 3;

  /**
   * A place to look at.
   *
   * @param mark whether it was marked: then all of it is seen, and nothing that is only pointed at
   *     or spoken of takes its place
   */
  record Target(long at, int page, Box box, boolean mark) {

    Target(long at, int page, Box box) {
      this(at, page, box, false);
    }
  }

  private final PlaybackScore score;
  private final NarrowFrame frame;

  NarrowTargets(PlaybackScore score, NarrowFrame frame) {
    this.score = score;
    this.frame = frame;
  }

  /** In ascending time. */
  List<Target> all() {
    List<Target> targets = new ArrayList<>();
    for (StopPart stop : score.stops()) {
      CameraKey camera = ScoreMoment.of(score, stop.startMs()).camera().orElse(null);
      if (camera != null) {
        targets.add(
            new Target(stop.startMs() + NarrowCamera.WHOLE_MS, camera.page(), firstIn(camera)));
      }
    }
    CameraKey before = null;
    for (CameraKey key : score.camera()) {
      if (before != null && before.page() == key.page() && !before.view().equals(key.view())) {
        targets.add(new Target(key.atMs(), key.page(), firstIn(key)));
      }
      before = key;
    }
    for (PointerTrack track : score.pointer()) {
      track
          .keys()
          .forEach(
              k ->
                  targets.add(
                      new Target(k.atMs(), track.page(), new Box(k.x(), k.y(), POINT, POINT))));
    }
    for (MarkShown mark : score.marks()) {
      if (mark.drawMs() > 0 && !mark.boxes().isEmpty()) {
        targets.addAll(over(mark));
      }
    }
    for (Cue cue : score.cues()) {
      spokenOf(cue).ifPresent(targets::add);
    }
    targets.sort(Comparator.comparingLong(Target::at));
    return targets;
  }

  /**
   * What a mark lies on, at once where that can be seen at once; else one part after the other:
   * line after line, and of a line that is wider than the view its beginning and then its end.
   */
  private List<Target> over(MarkShown mark) {
    Box all = withBadge(mark);
    Box view = frame.on(mark.page(), all);
    boolean fits =
        all.width() + 2 * NarrowFrame.AROUND <= view.width()
            && all.height() + 2 * NarrowFrame.AROUND <= view.height();
    List<Box> parts = new ArrayList<>();
    for (Box box : fits ? List.of(all) : mark.boxes()) {
      // Lines are not cut, so a view may be smaller than the screen would allow.
      double most = Math.max(1, frame.on(mark.page(), box).width() - 2 * NarrowFrame.AROUND);
      parts.add(new Box(box.x(), box.y(), Math.min(box.width(), most), box.height()));
      if (box.width() > most) {
        parts.add(new Box(box.right() - most, box.y(), most, box.height()));
      }
    }
    // Where there is little time, they follow one another sooner.
    long each =
        Math.clamp(
            (mark.endMs() - mark.startMs()) / parts.size(),
            NarrowCamera.MARK_REST_MS,
            NarrowCamera.REST_MS);
    List<Target> over = new ArrayList<>();
    for (Box part : parts) {
      long at = mark.startMs() + over.size() * each;
      if (at < mark.endMs()) {
        over.add(new Target(at, mark.page(), part, true));
      }
    }
    return over;
  }

  /** A badge is seen with what it counts, if both have room. */
  private Box withBadge(MarkShown mark) {
    Box all = around(mark.boxes());
    Box both = mark.badge() == null ? all : all.union(mark.badge());
    Box view = frame.on(mark.page(), both);
    return both.width() + 2 * NarrowFrame.AROUND <= view.width()
            && both.height() + 2 * NarrowFrame.AROUND <= view.height()
        ? both
        : all;
  }

  private static Box around(List<Box> boxes) {
    Box all = boxes.getFirst();
    for (Box box : boxes) {
      all =
          Box.between(
              Math.min(all.x(), box.x()),
              Math.min(all.y(), box.y()),
              Math.max(all.right(), box.right()),
              Math.max(all.bottom(), box.bottom()));
    }
    return all;
  }

  /** The first line that the wide camera shows; without text what it shows. */
  private Box firstIn(CameraKey camera) {
    return frame.linesOf(camera.page()).stream()
        .map(NarrowCamera.TextLine::box)
        .filter(b -> camera.view().contains(b.centerX(), b.centerY()) || camera.view().overlaps(b))
        .findFirst()
        .orElse(camera.view());
  }

  /** The line of the shown page that has most words in common with a caption, if it has enough. */
  private Optional<Target> spokenOf(Cue cue) {
    CameraKey camera = ScoreMoment.of(score, cue.startMs()).camera().orElse(null);
    if (camera == null) {
      return Optional.empty();
    }
    Set<String> said = NarrowCamera.wordsOf(String.join(" ", cue.lines()));
    NarrowCamera.TextLine best = null;
    long most = WORDS_IN_COMMON - 1;
    for (NarrowCamera.TextLine line : frame.linesOf(camera.page())) {
      long common = line.words().stream().filter(said::contains).count();
      if (common > most) {
        most = common;
        best = line;
      }
    }
    return Optional.ofNullable(best)
        .map(line -> new Target(cue.startMs(), camera.page(), line.box()));
  }
}
