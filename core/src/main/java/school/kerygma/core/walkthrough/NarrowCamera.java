package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.handout.Word;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
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

  /** What is marked is not kept waiting as long. */
  public static final long MARK_REST_MS = 1_200;

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

  private final PlaybackScore score;
  private final NarrowFrame frame;
  private final List<CameraKey> keys = new ArrayList<>();
  private @Nullable CameraKey now;
  private long restedSince = -REST_MS;

  private NarrowCamera(PlaybackScore score, Map<UUID, List<TextLine>> lines) {
    this.score = score;
    this.frame = new NarrowFrame(score, lines);
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
    List<NarrowTargets.Target> targets = new NarrowTargets(score, frame).all();
    NarrowTargets.Target pending = null;
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
    Box view = begins ? frame.whole(cut.page()) : frame.on(cut.page(), cut.view());
    now = new CameraKey(cut.atMs(), cut.page(), view);
    keys.add(now);
    restedSince = Math.max(restedSince, cut.atMs() + (begins ? WHOLE_MS - REST_MS : 0));
  }

  /** What was looked for before is done if its time has come before the next; the later wins. */
  private NarrowTargets.@Nullable Target settle(
      NarrowTargets.Target target, NarrowTargets.@Nullable Target pending) {
    NarrowTargets.Target open = pending;
    if (open != null && due(open) <= target.at()) {
      glide(open);
      open = null;
    }
    boolean here = now != null && now.page() == target.page();
    boolean weighsLess = open != null && open.mark() && !target.mark();
    return here && !weighsLess ? target : open;
  }

  private long due(NarrowTargets.Target target) {
    return Math.max(target.at(), restedSince + (target.mark() ? MARK_REST_MS : REST_MS));
  }

  private void flush(NarrowTargets.@Nullable Target pending, long until) {
    if (pending != null && due(pending) + GLIDE_MS <= until) {
      glide(pending);
    }
  }

  private void glide(NarrowTargets.Target target) {
    CameraKey from = now;
    if (from == null
        || from.page() != target.page()
        || (target.mark() ? frame.seesAll(from, target.box()) : frame.sees(from, target.box()))) {
      return;
    }
    Box view = frame.on(target.page(), target.box());
    if (target.mark()) {
      view = NarrowFrame.holding(view, target.box());
    }
    long at = due(target);
    keys.add(new CameraKey(at, from.page(), from.view()));
    now = new CameraKey(at + GLIDE_MS, from.page(), view);
    keys.add(now);
    restedSince = at;
  }

  static Set<String> wordsOf(String text) {
    Set<String> words = new HashSet<>();
    for (String word : text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
      if (word.length() > 2) {
        words.add(word);
      }
    }
    return words;
  }
}
