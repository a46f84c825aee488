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
      for (Mark mark : own) {
        // Of what a page has one at a time, that of the talk counts.
        if (mark.kind().isShown() && !(mark.kind().isOneAPage() && talkHas(score, page, mark))) {
          marks.add(MarkShown.of(mark, page, 0, score.durationMs(), 0));
        }
      }
    }
    marks.addAll(score.marks());
    return score.marked(
        marks.stream()
            .map(
                m ->
                    covers.get(m.page()).filter(c -> c.withholds(m.is(), m.boxes())).isPresent()
                        ? m.saying("")
                        : m)
            .toList());
  }

  private static boolean talkHas(PlaybackScore score, int page, Mark like) {
    return score.marks().stream().anyMatch(m -> m.page() == page && m.is() == like.kind());
  }
}
