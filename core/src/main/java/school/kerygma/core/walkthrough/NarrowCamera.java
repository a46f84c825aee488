package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.handout.Word;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;

/**
 * The camera for screens that are too narrow for a page: close enough to read, on the line that is
 * pointed at, marked or spoken of. At the beginning of a stop it shows the whole page for a moment.
 * It moves seldom and rests on whole lines.
 *
 * <p>Lines that are wider than the screen at a size that can be read are seen in part, from their
 * beginning; the view goes along when something further right is pointed at.
 */
public final class NarrowCamera {

  /** Width of the narrow screen in CSS pixels (common practice: a phone held upright). */
  public static final double SCREEN = 390;

  /** Width over height of the narrow stage. */
  public static final double ASPECT = 4.0 / 3.0;

  /** The least height of text in CSS pixels. */
  public static final double TEXT = 14;

  /** A line's box holds ascenders and descenders: its em is so much of it (from memory). */
  static final double EM = 0.85;

  /** So long the whole page is seen when a stop begins. */
  static final long WHOLE_MS = 1_500;

  /** A glide, in milliseconds. */
  static final long GLIDE_MS = 600;

  /** From the beginning of a glide to the next are at least so many milliseconds. */
  public static final long REST_MS = 3_000;

  private static final double MARGIN = 6;

  /** What is drawn around a mark, a ring or a badge, in points. */
  private static final double AROUND = 4;

  /** What is marked is not kept waiting as long. */
  public static final long MARK_REST_MS = 1_200;

  /** Side of the place that a pointer is on, in points. */
  private static final double POINT = 1;

  private static final int WORDS_IN_COMMON = 3;

  /**
   * A line of a page's text.
   *
   * @param letters the boxes of its words
   */
  public record TextLine(Box box, Set<String> words, List<Box> letters) {

    public static TextLine of(Box box, String text) {
      return new TextLine(box, wordsOf(text), List.of(box));
    }

    public static TextLine of(Line line) {
      return new TextLine(
          line.box(), wordsOf(line.text()), line.words().stream().map(Word::box).toList());
    }
  }

  /**
   * A place to look at.
   *
   * @param mark whether it was marked: then all of it is seen, and nothing that is only pointed at
   *     or spoken of takes its place
   */
  private record Target(long at, int page, Box box, boolean mark) {

    Target(long at, int page, Box box) {
      this(at, page, box, false);
    }
  }

  private final PlaybackScore score;
  private final Map<UUID, List<TextLine>> lines;
  private final List<CameraKey> keys = new ArrayList<>();
  private @Nullable CameraKey now;
  private long restedSince = -REST_MS;

  private NarrowCamera(PlaybackScore score, Map<UUID, List<TextLine>> lines) {
    this.score = score;
    this.lines = lines;
  }

  /**
   * The keyframes for a score, in ascending time.
   *
   * @param lines of the text of each page, in reading order; a page without any is seen as on a
   *     wide screen, as large as the narrow one allows
   */
  public static List<CameraKey> of(PlaybackScore score, Map<UUID, List<TextLine>> lines) {
    NarrowCamera camera = new NarrowCamera(score, lines);
    camera.follow();
    return List.copyOf(camera.keys);
  }

  /**
   * How small the text is that each stop shows for long.
   *
   * @param score with a camera for narrow screens
   * @param leastPx so high text can be read, in CSS pixels of the em
   * @param longMs so long smaller text may be seen in a stop
   * @return by stop, the height of what is seen longest of the text that is too small
   */
  public static Map<UUID, Integer> small(
      PlaybackScore score, Map<UUID, List<TextLine>> lines, int leastPx, long longMs) {
    Map<UUID, Map<Integer, Long>> seen = new HashMap<>();
    for (int i = 0; i + 1 < score.narrow().size(); i++) {
      CameraKey key = score.narrow().get(i);
      CameraKey next = score.narrow().get(i + 1);
      int px = px(key, lines.getOrDefault(score.pages().get(key.page()).id(), List.of()));
      if (px > 0 && px < leastPx && next.atMs() > key.atMs()) {
        for (StopPart part : score.stops()) {
          long ms = Math.min(next.atMs(), part.endMs()) - Math.max(key.atMs(), part.startMs());
          if (ms > 0) {
            seen.computeIfAbsent(part.id(), s -> new HashMap<>()).merge(px, ms, Long::sum);
          }
        }
      }
    }
    Map<UUID, Integer> small = new HashMap<>();
    seen.forEach(
        (stop, heights) -> {
          if (heights.values().stream().mapToLong(Long::longValue).sum() >= longMs) {
            small.put(
                stop,
                heights.entrySet().stream()
                    .max(Map.Entry.comparingByValue())
                    .orElseThrow()
                    .getKey());
          }
        });
    return small;
  }

  /** The em of the middle one of the lines that are seen, in CSS pixels; 0 if none is. */
  private static int px(CameraKey key, List<TextLine> lines) {
    Box view = key.view();
    List<Double> heights =
        lines.stream()
            .map(TextLine::box)
            .filter(
                b ->
                    view.y() <= b.y() + b.height() / 2
                        && b.y() + b.height() / 2 <= view.y() + view.height()
                        && b.x() < view.x() + view.width()
                        && view.x() < b.x() + b.width())
            .map(Box::height)
            .sorted()
            .toList();
    return heights.isEmpty()
        ? 0
        : (int) Math.round(heights.get(heights.size() / 2) * EM * SCREEN / view.width());
  }

  private void follow() {
    List<Target> targets = targets();
    Target pending = null;
    int next = 0;
    for (CameraKey cut : cuts()) {
      while (next < targets.size() && targets.get(next).at() < cut.atMs()) {
        pending = settle(targets.get(next), pending);
        next++;
      }
      flush(pending, cut.atMs());
      pending = null;
      cutTo(cut);
    }
    while (next < targets.size()) {
      pending = settle(targets.get(next), pending);
      next++;
    }
    flush(pending, score.durationMs());
    if (now != null) {
      keys.add(new CameraKey(score.durationMs(), now.page(), now.view()));
    }
  }

  /** Where the wide camera is put on another page, and where stops begin. */
  private List<CameraKey> cuts() {
    Set<Long> begins = score.stops().stream().map(StopPart::startMs).collect(Collectors.toSet());
    List<CameraKey> cuts = new ArrayList<>();
    CameraKey last = null;
    for (CameraKey key : score.camera()) {
      boolean other = last == null || last.page() != key.page();
      boolean begin =
          begins.contains(key.atMs()) && (cuts.isEmpty() || cuts.getLast().atMs() < key.atMs());
      boolean sameMoment = last != null && last.atMs() == key.atMs();
      if (other || begin && !sameMoment && last != null) {
        if (!cuts.isEmpty() && cuts.getLast().atMs() == key.atMs()) {
          cuts.removeLast(); // Of two at one moment the later counts.
        }
        cuts.add(key);
      }
      last = key;
    }
    return cuts;
  }

  private void cutTo(CameraKey cut) {
    boolean begins = score.stops().stream().anyMatch(s -> s.startMs() == cut.atMs());
    if (now != null) {
      keys.add(new CameraKey(cut.atMs(), now.page(), now.view()));
    }
    Box view = begins ? whole(cut.page()) : on(cut.page(), cut.view());
    now = new CameraKey(cut.atMs(), cut.page(), view);
    keys.add(now);
    restedSince = Math.max(restedSince, cut.atMs() + (begins ? WHOLE_MS - REST_MS : 0));
  }

  /** What was looked for before is done if its time has come before the next; the later wins. */
  private @Nullable Target settle(Target target, @Nullable Target pending) {
    Target open = pending;
    if (open != null && due(open) <= target.at()) {
      glide(open);
      open = null;
    }
    boolean here = now != null && now.page() == target.page();
    boolean weighsLess = open != null && open.mark() && !target.mark();
    return here && !weighsLess ? target : open;
  }

  private long due(Target target) {
    return Math.max(target.at(), restedSince + (target.mark() ? MARK_REST_MS : REST_MS));
  }

  private void flush(@Nullable Target pending, long until) {
    if (pending != null && due(pending) + GLIDE_MS <= until) {
      glide(pending);
    }
  }

  private void glide(Target target) {
    CameraKey from = now;
    if (from == null
        || from.page() != target.page()
        || (target.mark() ? seesAll(from, target.box()) : sees(from, target.box()))) {
      return;
    }
    Box view = on(target.page(), target.box());
    if (target.mark()) {
      view = holding(view, target.box());
    }
    long at = due(target);
    keys.add(new CameraKey(at, from.page(), from.view()));
    now = new CameraKey(at + GLIDE_MS, from.page(), view);
    keys.add(now);
    restedSince = at;
  }

  /** Whether a rest shows a place already, in a size that can be read. */
  private boolean sees(CameraKey rest, Box box) {
    return rest.view().width() <= widest(rest.page(), box) + 0.5
        && rest.view().contains(box.x(), box.y())
        && rest.view()
            .contains(Math.min(box.right(), box.x() + rest.view().width() / 3), box.bottom());
  }

  private boolean seesAll(CameraKey rest, Box box) {
    return rest.view().width() <= widest(rest.page(), box) + 0.5
        && rest.view().contains(box.x(), box.y())
        && rest.view().contains(box.right(), box.bottom());
  }

  /** The same view, moved so far that all of a marked place is in it. */
  private static Box holding(Box view, Box marked) {
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

  // ---- where to look

  private List<Target> targets() {
    List<Target> targets = new ArrayList<>();
    for (StopPart stop : score.stops()) {
      CameraKey camera = ScoreMoment.of(score, stop.startMs()).camera().orElse(null);
      if (camera != null) {
        targets.add(new Target(stop.startMs() + WHOLE_MS, camera.page(), firstIn(camera)));
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
    Box view = on(mark.page(), all);
    boolean fits =
        all.width() + 2 * AROUND <= view.width() && all.height() + 2 * AROUND <= view.height();
    List<Box> parts = new ArrayList<>();
    for (Box box : fits ? List.of(all) : mark.boxes()) {
      // Lines are not cut, so a view may be smaller than the screen would allow.
      double most = Math.max(1, on(mark.page(), box).width() - 2 * AROUND);
      parts.add(new Box(box.x(), box.y(), Math.min(box.width(), most), box.height()));
      if (box.width() > most) {
        parts.add(new Box(box.right() - most, box.y(), most, box.height()));
      }
    }
    // Where there is little time, they follow one another sooner.
    long each = Math.clamp((mark.endMs() - mark.startMs()) / parts.size(), MARK_REST_MS, REST_MS);
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
    Box view = on(mark.page(), both);
    return both.width() + 2 * AROUND <= view.width() && both.height() + 2 * AROUND <= view.height()
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
    return linesOf(camera.page()).stream()
        .map(TextLine::box)
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
    Set<String> said = wordsOf(String.join(" ", cue.lines()));
    TextLine best = null;
    long most = WORDS_IN_COMMON - 1;
    for (TextLine line : linesOf(camera.page())) {
      long common = line.words().stream().filter(said::contains).count();
      if (common > most) {
        most = common;
        best = line;
      }
    }
    return Optional.ofNullable(best)
        .map(line -> new Target(cue.startMs(), camera.page(), line.box()));
  }

  private static Set<String> wordsOf(String text) {
    Set<String> words = new HashSet<>();
    for (String word : text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
      if (word.length() > 2) {
        words.add(word);
      }
    }
    return words;
  }

  // ---- how to look there

  private List<TextLine> linesOf(int page) {
    return lines.getOrDefault(score.pages().get(page).id(), List.of());
  }

  private Box whole(int page) {
    double width = score.pages().get(page).width();
    double height = score.pages().get(page).height();
    double wide = Math.max(width, height * ASPECT);
    return new Box((width - wide) / 2, (height - wide / ASPECT) / 2, wide, wide / ASPECT);
  }

  /** The line that is nearest to a place. */
  private @Nullable Box lineAt(int page, Box place) {
    return linesOf(page).stream()
        .map(TextLine::box)
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
        : Math.min(most, SCREEN * EM * Math.min(line.height(), usual(page)) / TEXT);
  }

  /** The height of most lines: beneath a heading stands text that must be read too. */
  private double usual(int page) {
    List<Double> heights = linesOf(page).stream().map(l -> l.box().height()).sorted().toList();
    return heights.get(heights.size() / 2);
  }

  private Box on(int page, Box place) {
    Box line = lineAt(page, place);
    if (line == null) {
      return shown(place);
    }
    List<Box> all = linesOf(page).stream().map(TextLine::box).toList();
    double width = widest(page, place);
    double x = left(all, width, place.width() > width ? place.x() : place.centerX());
    List<Box> column = all.stream().filter(b -> b.x() < x + width && b.right() > x).toList();
    double height = width / ASPECT;
    double top = gapAbove(column, line.centerY() - height * 0.4, line.y());
    double bottom = gapBelow(column, top + height, Math.max(line.bottom(), top + height * 0.6));
    double fit = Math.min(height, bottom - top);
    return new Box(x, top, fit * ASPECT, fit);
  }

  /** Without text the view of the wide camera, in the narrow screen's proportions. */
  private static Box shown(Box view) {
    double width = Math.max(view.width(), view.height() * ASPECT);
    double height = width / ASPECT;
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
