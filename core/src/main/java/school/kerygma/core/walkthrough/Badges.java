package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import school.kerygma.core.annotation.BadgePlace;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;

/** Gives the numbers of a score their places: off the letters, and off one another. */
final class Badges {

  private Badges() {}

  /**
   * The marks of a score, the numbers with their badges.
   *
   * @param lines of the text of each page
   */
  static List<MarkShown> placed(PlaybackScore score, Map<UUID, List<NarrowCamera.TextLine>> lines) {
    List<MarkShown> placed = new ArrayList<>();
    for (MarkShown mark : score.marks()) {
      placed.add(
          mark.is() == Mark.Kind.NUMBER
              ? place(mark, score, lines, placed).map(mark::badgeAt).orElse(mark)
              : mark);
    }
    return placed;
  }

  private static Optional<Box> place(
      MarkShown mark,
      PlaybackScore score,
      Map<UUID, List<NarrowCamera.TextLine>> lines,
      List<MarkShown> before) {
    ShownPage shown = score.pages().get(mark.page());
    Box page = new Box(0, 0, shown.width(), shown.height());
    List<Box> badges =
        before.stream()
            .filter(m -> m.page() == mark.page() && m.endMs() > mark.startMs())
            .flatMap(m -> Stream.ofNullable(m.badge()))
            .toList();
    Box seen =
        ScoreMoment.of(score, mark.startMs())
            .camera()
            .filter(c -> c.page() == mark.page())
            .map(c -> c.view())
            .filter(v -> v.overlaps(mark.boxes().getFirst()))
            .orElse(page);
    return BadgePlace.of(
        mark.boxes().getFirst(),
        lines.getOrDefault(shown.id(), List.of()).stream()
            .flatMap(l -> l.letters().stream())
            .toList(),
        badges,
        seen,
        page);
  }
}
