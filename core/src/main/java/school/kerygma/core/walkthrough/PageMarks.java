package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

/**
 * Lays the marks that stand on the pages into a score: they are seen from its first moment to its
 * last, under what was marked while talking. What is covered now is not said in it either, whenever
 * the score was compiled.
 */
public final class PageMarks {

  private PageMarks() {}

  /**
   * The score with the standing marks of its pages.
   *
   * @param standing by page; pages without marks may be missing
   */
  public static PlaybackScore on(PlaybackScore score, Map<UUID, List<Mark>> standing) {
    List<MarkShown> marks = new ArrayList<>();
    List<Optional<Covers>> covers = new ArrayList<>();
    for (int page = 0; page < score.pages().size(); page++) {
      List<Mark> own = standing.getOrDefault(score.pages().get(page).id(), List.of());
      covers.add(Optional.of(Covers.of(own)).filter(c -> !c.isEmpty()));
      boolean lit = isLit(score, page);
      for (Mark mark : own) {
        // A page has one light at a time, and that of the talk counts.
        if (mark.kind() != Mark.Kind.COVER && !(lit && mark.kind() == Mark.Kind.LIGHT)) {
          marks.add(MarkShown.of(mark, page, 0, score.durationMs(), 0));
        }
      }
    }
    marks.addAll(score.marks());
    return new PlaybackScore(
        score.format(),
        score.title(),
        score.durationMs(),
        score.pages(),
        score.stops(),
        score.camera(),
        score.pointer(),
        marks.stream()
            .map(
                m ->
                    covers.get(m.page()).filter(c -> c.hidesAny(m.boxes())).isPresent()
                            && !m.kind().equals("note")
                        ? m.saying("")
                        : m)
            .toList(),
        score.cues(),
        score.words());
  }

  private static boolean isLit(PlaybackScore score, int page) {
    return score.marks().stream().anyMatch(m -> m.page() == page && m.kind().equals("light"));
  }
}
