package school.kerygma.core.walkthrough;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;

/**
 * What of a page a narrow screen shows at once: whole lines, in a size that can be read, from the
 * beginning of the lines or in steps further right.
 */
final class NarrowFrame {

  static final double MARGIN = 6;

  /** What is drawn around a mark, a ring or a badge, in points. */
  static final double AROUND = 4;

  private final PlaybackScore score;
  private final Map<UUID, List<NarrowCamera.TextLine>> lines;

  NarrowFrame(PlaybackScore score, Map<UUID, List<NarrowCamera.TextLine>> lines) {
    this.score = score;
    this.lines = lines;
  }

  /** Whether a rest shows a place already, in a size that can be read. */
  boolean sees(CameraKey rest, Box box) {
    return rest.view().width() <= widest(rest.page(), box) + 0.5
        && rest.view().contains(box.x(), box.y())
        && rest.view()
            .contains(Math.min(box.right(), box.x() + rest.view().width() / 3), box.bottom());
  }

  boolean seesAll(CameraKey rest, Box box) {
    return rest.view().width() <= widest(rest.page(), box) + 0.5
        && rest.view().contains(box.x(), box.y())
        && rest.view().contains(box.right(), box.bottom());
  }

  /** The same view, moved so far that all of a marked place is in it. */
  static Box holding(Box view, Box marked) {
    return new Box(
        moved(view.x(), view.width(), marked.x(), marked.right()),
        moved(view.y(), view.height(), marked.y(), marked.bottom()),
        view.width(),
        view.height());
  }

  private static double moved(double at, double length, double from, double to) {
    if (to - from + 2 * AROUND > length) {
      return from - AROUND; // It is longer than the view: from its beginning.
    }
    return Math.max(Math.min(at, from - AROUND), to + AROUND - length);
  }

  List<NarrowCamera.TextLine> linesOf(int page) {
    return lines.getOrDefault(score.pages().get(page).id(), List.of());
  }

  Box whole(int page) {
    double width = score.pages().get(page).width();
    double height = score.pages().get(page).height();
    double wide = Math.max(width, height * NarrowCamera.ASPECT);
    return new Box(
        (width - wide) / 2,
        (height - wide / NarrowCamera.ASPECT) / 2,
        wide,
        wide / NarrowCamera.ASPECT);
  }

  /** The line that is nearest to a place. */
  private @Nullable Box lineAt(int page, Box place) {
    return linesOf(page).stream()
        .map(NarrowCamera.TextLine::box)
        .min(Comparator.comparingDouble(b -> distance(b, place)))
        .orElse(null);
  }

  private static double distance(Box line, Box place) {
    double dx = Math.max(0, Math.max(line.x() - place.right(), place.x() - line.right()));
    double dy = Math.max(0, Math.max(line.y() - place.bottom(), place.y() - line.bottom()));
    return dx + 3 * dy; // The eye goes along a line, not across.
  }

  /** The widest view in which the line at a place can be read. */
  private double widest(int page, Box place) {
    Box line = lineAt(page, place);
    double most = score.pages().get(page).width();
    return line == null
        ? most
        : Math.min(
            most,
            NarrowCamera.SCREEN
                * NarrowCamera.EM
                * Math.min(line.height(), usual(page))
                / NarrowCamera.TEXT);
  }

  /** The height of most lines: beneath a heading stands text that must be read too. */
  private double usual(int page) {
    List<Double> heights = linesOf(page).stream().map(l -> l.box().height()).sorted().toList();
    return heights.get(heights.size() / 2);
  }

  Box on(int page, Box place) {
    Box line = lineAt(page, place);
    if (line == null) {
      return shown(place);
    }
    List<Box> all = linesOf(page).stream().map(NarrowCamera.TextLine::box).toList();
    double width = widest(page, place);
    double x = left(all, width, place.width() > width ? place.x() : place.centerX());
    List<Box> column = all.stream().filter(b -> b.x() < x + width && b.right() > x).toList();
    double height = width / NarrowCamera.ASPECT;
    double top = gapAbove(column, line.centerY() - height * 0.4, line.y());
    double bottom = gapBelow(column, top + height, Math.max(line.bottom(), top + height * 0.6));
    double fit = Math.min(height, bottom - top);
    return new Box(x, top, fit * NarrowCamera.ASPECT, fit);
  }

  /** Without text the view of the wide camera, in the narrow screen's proportions. */
  private static Box shown(Box view) {
    double width = Math.max(view.width(), view.height() * NarrowCamera.ASPECT);
    double height = width / NarrowCamera.ASPECT;
    return new Box(view.centerX() - width / 2, view.centerY() - height / 2, width, height);
  }

  /** At the beginning of the lines, or in steps of half a view further right. */
  private static double left(List<Box> all, double width, double focus) {
    double from = all.stream().mapToDouble(Box::x).min().orElse(0) - MARGIN;
    double to = all.stream().mapToDouble(Box::right).max().orElse(0) + MARGIN;
    double x = from;
    while (focus > x + width - 2 * MARGIN && x + width < to) {
      x += width / 2;
    }
    return Math.max(from, Math.min(x, to - width));
  }

  /** The lowest place at or above {@code y} that cuts no line; never below {@code least}. */
  private static double gapAbove(List<Box> column, double y, double least) {
    double top = Math.min(y, least - 1);
    for (int i = 0; i < column.size(); i++) {
      double at = top;
      Optional<Box> cut =
          column.stream()
              .filter(b -> b.y() < at && b.bottom() > at)
              .min(Comparator.comparingDouble(Box::y));
      if (cut.isEmpty()) {
        return top;
      }
      top = cut.get().y() - 1;
    }
    return top;
  }

  /** The highest place at or below {@code y} that cuts no line, or {@code y} if there is none. */
  private static double gapBelow(List<Box> column, double y, double least) {
    double bottom = y;
    for (int i = 0; i < column.size(); i++) {
      double at = bottom;
      Optional<Box> cut =
          column.stream()
              .filter(b -> b.y() < at && b.bottom() > at)
              .min(Comparator.comparingDouble(Box::y));
      if (cut.isEmpty()) {
        return bottom;
      }
      bottom = cut.get().y() - 1;
      if (bottom < least) {
        return y;
      }
    }
    return bottom;
  }
}
