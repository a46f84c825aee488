package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.function.Function;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

/**
 * What is seen in a walkthrough, in words, for who does not see it: which page is turned to, and
 * what is marked on it (WebVTT's kind "descriptions"; WCAG 2.2, 1.2.5). All of it is known from the
 * score, and nothing is guessed.
 */
public final class Descriptions {

  /** So long a description stands at least, if nothing else comes. */
  private static final long LONGEST_MS = 5_000;

  private record Seen(long atMs, String text) {}

  private Descriptions() {}

  /**
   * Describes.
   *
   * @param shown says that a page is turned to
   * @param marked says that something is marked
   */
  public static List<Cue> of(
      PlaybackScore score, Function<UUID, String> shown, Function<MarkShown, String> marked) {
    List<Seen> seen = new ArrayList<>();
    int page = -1;
    for (CameraKey key : score.camera()) {
      if (key.page() != page) {
        page = key.page();
        seen.add(new Seen(key.atMs(), shown.apply(score.pages().get(page).id())));
      }
    }
    for (MarkShown mark : score.marks()) {
      // What stands from the first moment is part of the page.
      if (mark.startMs() > 0 && mark.is() != Mark.Kind.COVER) {
        seen.add(new Seen(mark.startMs(), marked.apply(mark)));
      }
    }
    seen.sort(Comparator.comparingLong(Seen::atMs));
    return cues(seen, score.durationMs());
  }

  /** What is seen within a short while is told together. */
  private static List<Cue> cues(List<Seen> seen, long endMs) {
    List<Cue> cues = new ArrayList<>();
    for (int i = 0; i < seen.size(); ) {
      long start = seen.get(i).atMs();
      List<String> lines = new ArrayList<>();
      for (; i < seen.size() && seen.get(i).atMs() < start + PlaybackScore.MARK_DRAW_MS; i++) {
        lines.add(seen.get(i).text());
      }
      long next = i < seen.size() ? seen.get(i).atMs() : endMs;
      if (next > start) {
        cues.add(new Cue(start, Math.min(next, start + LONGEST_MS), lines));
      }
    }
    return List.copyOf(cues);
  }
}
