package school.kerygma.app.talk.scores;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.core.handout.Line;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;

/** The lines of pages that are shown: what the camera for narrow screens goes by. */
@Service
public class ShownLines {

  private final Editions editions;

  ShownLines(Editions editions) {
    this.editions = editions;
  }

  /** The lines of all pages of a score, by page. */
  public Map<UUID, List<NarrowCamera.TextLine>> of(PlaybackScore score) {
    return of(score.pages().stream().map(PlaybackScore.ShownPage::id).collect(Collectors.toSet()));
  }

  Map<UUID, List<NarrowCamera.TextLine>> of(Collection<UUID> pages) {
    Map<UUID, List<NarrowCamera.TextLine>> lines = new HashMap<>();
    for (Leaf leaf : editions.leaves(pages)) {
      lines.put(
          leaf.id(), Line.of(leaf.page().words()).stream().map(NarrowCamera.TextLine::of).toList());
    }
    return lines;
  }
}
