package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.RunningOrder.Part;

/**
 * What of its takes a stop plays: parts of them, one after the other, without what is cut out. A
 * cut is a decision and touches nothing that was recorded, so it can be lifted.
 *
 * <p>There are two clocks. The <em>stop's clock</em> runs through all parts as if nothing were cut:
 * what is heard there never moves. The <em>played clock</em> leaves the cuts out. Both count
 * milliseconds from the beginning of the stop.
 *
 * @param parts one after the other
 * @param cuts what is left out, by recording and on its clock
 */
public record Arrangement(List<Part> parts, Map<UUID, Spans> cuts) {

  /** What is shorter than this between two cuts is no sound that anybody would miss. */
  static final long SHORTEST_MS = 20;

  public Arrangement {
    parts = List.copyOf(parts);
    cuts = Map.copyOf(cuts);
  }

  /** Parts of which nothing is cut. */
  public static Arrangement of(List<Part> parts) {
    return new Arrangement(parts, Map.of());
  }

  /** The length of all parts, cuts and all. */
  public long lengthMs() {
    return parts.stream().mapToLong(p -> p.span().lengthMs()).sum();
  }

  /** The length of what is played. */
  public long playedMs() {
    return played().stream().mapToLong(p -> p.span().lengthMs()).sum();
  }

  /** What is played of the parts, in order. */
  public List<Part> played() {
    List<Part> played = new ArrayList<>();
    for (Part part : parts) {
      for (Span piece : left(part)) {
        played.add(part.of(piece));
      }
    }
    return List.copyOf(played);
  }

  private Spans left(Part part) {
    return Spans.of(part.span())
        .minus(cuts.getOrDefault(part.recordingId(), Spans.none()))
        .atLeast(SHORTEST_MS);
  }

  /**
   * A place of the stop's clock in a recording.
   *
   * @param part number of the part, from 0
   * @param recordingMs on the recording's clock
   */
  public record Place(int part, long recordingMs) {}

  /** Where a moment of the stop's clock lies; what is outside gives the nearer end. */
  public Place at(long localMs) {
    long before = 0;
    for (int i = 0; i < parts.size(); i++) {
      Span span = parts.get(i).span();
      if (localMs < before + span.lengthMs() || i == parts.size() - 1) {
        long inside = Math.clamp(localMs - before, 0, span.lengthMs());
        return new Place(i, span.startMs() + inside);
      }
      before += span.lengthMs();
    }
    throw new IllegalStateException("Nothing is recorded");
  }

  /** A stretch of the stop's clock in one part of it. */
  private record Piece(Part part, Span recorded, long localMs) {}

  private List<Piece> pieces(Span local) {
    List<Piece> pieces = new ArrayList<>();
    long before = 0;
    for (Part part : parts) {
      long start = before;
      long length = part.span().lengthMs();
      Span.of(start, start + length)
          .intersection(local)
          .ifPresent(
              s ->
                  pieces.add(new Piece(part, s.shift(part.span().startMs() - start), s.startMs())));
      before += length;
    }
    return pieces;
  }

  /** The same with a stretch of the stop's clock cut out. */
  public Arrangement cut(Span local) {
    Map<UUID, Spans> all = new HashMap<>(cuts);
    for (Piece piece : pieces(local)) {
      all.merge(piece.part().recordingId(), Spans.of(piece.recorded()), Spans::union);
    }
    return new Arrangement(parts, all);
  }

  /** The same in which all of a stretch of the stop's clock is played. */
  public Arrangement uncut(Span local) {
    Map<UUID, Spans> all = new HashMap<>(cuts);
    for (Piece piece : pieces(local)) {
      all.computeIfPresent(
          piece.part().recordingId(), (r, own) -> own.minus(Spans.of(piece.recorded())));
    }
    all.values().removeIf(Spans::isEmpty);
    return new Arrangement(parts, all);
  }

  /** The same without the cut that a moment of the stop's clock lies in. */
  public Arrangement lifted(long localMs) {
    return cutsOnClock().stream()
        .filter(c -> c.contains(localMs))
        .findFirst()
        .map(this::uncut)
        .orElse(this);
  }

  /** What is cut out, on the stop's clock. */
  public Spans cutsOnClock() {
    return Spans.of(Span.of(0, Math.max(1, lengthMs()))).minus(keptOnClock());
  }

  /** What is played, on the stop's clock. */
  public Spans keptOnClock() {
    List<Span> kept = new ArrayList<>();
    long before = 0;
    for (Part part : parts) {
      long start = before;
      left(part).forEach(s -> kept.add(s.shift(start - part.span().startMs())));
      before += part.span().lengthMs();
    }
    return Spans.of(kept);
  }

  /**
   * When a moment of the stop's clock is played; what is cut is where the next that is played
   * begins.
   */
  public long toPlayed(long localMs) {
    return localMs <= 0 ? 0 : keptOnClock().intersection(Span.of(0, localMs)).lengthMs();
  }

  /** The moment of the stop's clock that is played then; at a cut the one after it. */
  public long toLocal(long playedMs) {
    long left = playedMs;
    long last = 0;
    for (Span s : keptOnClock()) {
      if (left < s.lengthMs()) {
        return s.startMs() + left;
      }
      left -= s.lengthMs();
      last = s.endMs();
    }
    return last;
  }

  /** When a stretch of the stop's clock is played, or nothing if all of it is cut. */
  public Optional<Span> played(Span local) {
    return keptOnClock().intersection(local).isEmpty()
        ? Optional.empty()
        : Span.ifAny(toPlayed(local.startMs()), toPlayed(local.endMs()));
  }

  private boolean plays(Spans kept, TimedWord word) {
    return kept.contains((word.startMs() + word.endMs()) / 2);
  }

  /** The sentences that are heard, on the played clock: without the words that are cut out. */
  public List<TimedSentence> heard(List<TimedSentence> said) {
    Spans kept = keptOnClock();
    List<TimedSentence> heard = new ArrayList<>();
    for (TimedSentence sentence : said) {
      List<TimedWord> all = sentence.words();
      List<TimedWord> words =
          all.stream()
              .filter(w -> plays(kept, w))
              .map(w -> new TimedWord(w.text(), toPlayed(w.startMs()), toPlayed(w.endMs())))
              .toList();
      if (!words.isEmpty()) {
        long start = words.getFirst().startMs();
        Span span = Span.of(start, Math.max(start + 1, words.getLast().endMs()));
        heard.add(
            new TimedSentence(
                words.size() == all.size()
                    ? sentence.text()
                    : String.join(" ", words.stream().map(TimedWord::text).toList()),
                span,
                Spans.of(sentence.speech().stream().flatMap(s -> played(s).stream()).toList()),
                words));
      }
    }
    return List.copyOf(heard);
  }

  /**
   * Two stops of one, divided at a moment of the stop's clock.
   *
   * @return nothing if one of them would have nothing to play
   */
  public Optional<List<Arrangement>> split(long localMs) {
    List<Part> first = parts(Span.of(0, Math.max(1, localMs)));
    List<Part> second = parts(Span.of(localMs, Math.max(localMs + 1, lengthMs())));
    List<Arrangement> both = List.of(new Arrangement(first, cuts), new Arrangement(second, cuts));
    return both.stream().allMatch(a -> a.playedMs() >= Trace.SHORTEST_TAKE_MS)
        ? Optional.of(both)
        : Optional.empty();
  }

  private List<Part> parts(Span local) {
    return pieces(local).stream().map(p -> p.part().of(p.recorded())).toList();
  }

  /** This, and then what another stop plays. Parts that follow one another become one again. */
  public Arrangement joined(Arrangement next) {
    UUID stop = parts.getFirst().stopId();
    List<Part> all = new ArrayList<>(parts);
    for (Part part : next.parts) {
      Part last = all.getLast();
      if (last.takeId().equals(part.takeId())
          && last.span().endMs() == part.span().startMs()
          && last.soundOnly() == part.soundOnly()) {
        all.set(all.size() - 1, last.of(last.span().span(part.span())));
      } else {
        all.add(part.in(stop));
      }
    }
    return new Arrangement(all, merged(next.cuts));
  }

  /** Something else in the place of a stretch of the stop's clock. */
  public Arrangement replaced(Span local, Part by) {
    List<Part> all = new ArrayList<>();
    Span.ifAny(0, local.startMs()).ifPresent(s -> all.addAll(parts(s)));
    all.add(by);
    Span.ifAny(local.endMs(), lengthMs()).ifPresent(s -> all.addAll(parts(s)));
    return new Arrangement(all, cuts);
  }

  private Map<UUID, Spans> merged(Map<UUID, Spans> others) {
    Map<UUID, Spans> all = new HashMap<>(cuts);
    others.forEach((r, s) -> all.merge(r, s, Spans::union));
    return all;
  }

  /** The moments of the stop's clock at which one part ends and another begins. */
  public List<Long> joints() {
    List<Long> joints = new ArrayList<>();
    long at = 0;
    for (Part part : parts.subList(0, Math.max(0, parts.size() - 1))) {
      at += part.span().lengthMs();
      joints.add(at);
    }
    return joints;
  }

  /** Where a part begins on the stop's clock. */
  public long begins(int part) {
    return IntStream.range(0, part).mapToLong(i -> parts.get(i).span().lengthMs()).sum();
  }
}
