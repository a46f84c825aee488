package school.kerygma.app.talk.repair;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.lectern.Jottings;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.app.talk.scores.RecordedWord;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.Level;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.voice.TidyUp;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.RunningOrder.Part;
import school.kerygma.core.walkthrough.Trace;

/** The sounds of stops as lines, with all that is known of them. */
@Component
class SoundLines {

  /** A line has at most so many bars; a bar stands for at least so many milliseconds. */
  private static final int MOST_BARS = 480;

  private static final long SHORTEST_BAR_MS = 40;

  /** Bars are whole numbers from 0, silence, to this. */
  private static final int HIGHEST = 60;

  /** A word on the stop's clock, or a draft of what is said and not written. */
  record LineWord(String text, long startMs, long endMs, boolean draft) {}

  /** A part of a recording on the stop's clock. */
  record LinePart(UUID recording, long startMs, long endMs, long atMs) {}

  /**
   * A mark that is made then.
   *
   * @param recording in which it was made
   * @param number among the marks of the recording
   * @param page that it is on
   * @param drawn as players draw it
   */
  record LineMark(
      String kind,
      long atMs,
      UUID recording,
      int number,
      UUID page,
      String words,
      MarkShown drawn) {}

  /**
   * What the teacher noted.
   *
   * @param atMs -1 if it was noted in a take that is not played
   * @param page the number of the page that lay on the desk, or empty
   */
  record LineJotting(UUID id, String words, long atMs, String page) {}

  /**
   * A take of the stop.
   *
   * @param number from 1
   * @param chosen whether it is played, it alone
   */
  record LineTake(UUID id, int number, UUID recording, long startMs, long endMs, boolean chosen) {}

  /**
   * A line; all times are on the stop's clock.
   *
   * @param token stands for what is played
   * @param bars how loud it is, from 0 to 60
   * @param lufs how loud its first take was recorded; 0 if there is nothing to hear
   * @param quietDb how loud the room is, relative to full scale
   * @param tidy what could be cut out
   */
  record Line(
      UUID stop,
      String token,
      long lengthMs,
      long playedMs,
      List<Integer> bars,
      List<Span> speech,
      List<Span> cuts,
      List<Long> joints,
      List<LinePart> parts,
      List<LineWord> words,
      List<LineMark> marks,
      List<LineTake> takes,
      List<LineJotting> jottings,
      double lufs,
      double quietDb,
      List<TidyUp.Line> tidy) {}

  private final RecordedSound recorded;
  private final Recordings recordings;
  private final Takes takes;
  private final Scores scores;
  private final Jottings jottings;
  private final Handouts handouts;

  SoundLines(
      RecordedSound recorded,
      Recordings recordings,
      Takes takes,
      Scores scores,
      Jottings jottings,
      Handouts handouts) {
    this.jottings = jottings;
    this.handouts = handouts;
    this.recorded = recorded;
    this.recordings = recordings;
    this.takes = takes;
    this.scores = scores;
  }

  /** The words of a stop as far as they were heard, also those that are cut out. */
  List<LineWord> words(UUID walkthrough, Arrangement arrangement) {
    return words(heard(walkthrough), arrangement);
  }

  private Map<UUID, List<RecordedWord>> heard(UUID walkthrough) {
    return scores.current(walkthrough).stream()
        .flatMap(s -> scores.recordedWords(s.id()).stream())
        .collect(Collectors.groupingBy(RecordedWord::recording));
  }

  private static List<LineWord> words(
      Map<UUID, List<RecordedWord>> heard, Arrangement arrangement) {
    List<LineWord> words = new ArrayList<>();
    for (int i = 0; i < arrangement.parts().size(); i++) {
      Part part = arrangement.parts().get(i);
      long shift = arrangement.begins(i) - part.span().startMs();
      heard.getOrDefault(part.recordingId(), List.of()).stream()
          .filter(w -> part.span().contains((w.startMs() + w.endMs()) / 2))
          .map(w -> new LineWord(w.text(), w.startMs() + shift, w.endMs() + shift, w.draft()))
          .sorted(java.util.Comparator.comparing(LineWord::startMs))
          .forEach(words::add);
    }
    return words;
  }

  /** The lines of all recorded stops. */
  List<Line> of(UUID walkthrough, Map<UUID, Arrangement> arrangements) {
    Map<UUID, List<RecordedWord>> heard = heard(walkthrough);
    List<Part> made = takes.made(walkthrough).stream().map(Takes.Made::part).toList();
    Map<UUID, Loudness> sounds = new HashMap<>();
    arrangements.values().stream()
        .flatMap(a -> a.parts().stream())
        .map(Part::recordingId)
        .distinct()
        .forEach(r -> sounds.put(r, recorded.loudness(r)));
    List<Line> lines = new ArrayList<>();
    List<Jottings.View> noted = jottings.open(List.of(walkthrough));
    arrangements.forEach((stop, a) -> lines.add(line(stop, a, heard, made, noted, sounds)));
    return lines;
  }

  private Line line(
      UUID stop,
      Arrangement a,
      Map<UUID, List<RecordedWord>> heard,
      List<Part> made,
      List<Jottings.View> noted,
      Map<UUID, Loudness> sounds) {
    List<LineWord> words = words(heard, a);
    Spans speech = recorded.speech(a);
    double[] levels = levels(a, sounds);
    double[] sorted = levels.clone();
    Arrays.sort(sorted);
    Part first = a.parts().getFirst();
    Span whole =
        made.stream()
            .filter(p -> p.takeId().equals(first.takeId()))
            .map(Part::span)
            .findFirst()
            .orElse(first.span());
    double lufs = recorded.level(first.recordingId(), whole).lufs();
    return new Line(
        stop,
        Repairs.token(a),
        a.lengthMs(),
        a.playedMs(),
        bars(levels),
        speech.asList(),
        a.cutsOnClock().asList(),
        a.joints(),
        IntStream.range(0, a.parts().size())
            .mapToObj(
                i ->
                    new LinePart(
                        a.parts().get(i).recordingId(),
                        a.parts().get(i).span().startMs(),
                        a.parts().get(i).span().endMs(),
                        a.begins(i)))
            .toList(),
        words,
        marks(a),
        takes(stop, a, made),
        jottings(stop, a, noted),
        lufs <= Level.SILENT ? 0 : lufs,
        sorted.length == 0 ? Loudness.FLOOR_DB : sorted[sorted.length / 10],
        TidyUp.propose(
            a.lengthMs(),
            speech,
            words.stream()
                .filter(w -> !w.draft())
                .map(w -> new TimedWord(w.text(), w.startMs(), w.endMs()))
                .toList(),
            words.stream()
                .filter(LineWord::draft)
                .map(
                    w ->
                        new WordsOnSound.Added(
                            Span.of(w.startMs(), Math.max(w.startMs() + 1, w.endMs())), w.text()))
                .toList(),
            a.cutsOnClock()));
  }

  private static double[] levels(Arrangement a, Map<UUID, Loudness> sounds) {
    return a.parts().stream()
        .flatMapToDouble(
            p -> {
              Loudness sound = Objects.requireNonNull(sounds.get(p.recordingId()));
              double[] all = sound.decibels();
              int from = (int) Math.min(all.length, p.span().startMs() / sound.frameMs());
              int until = (int) Math.min(all.length, p.span().endMs() / sound.frameMs());
              return Arrays.stream(all, from, until);
            })
        .toArray();
  }

  private static List<Integer> bars(double[] levels) {
    long length = (long) levels.length * Loudness.FRAME_MS;
    int count = Math.clamp(length / SHORTEST_BAR_MS, 1, MOST_BARS);
    return IntStream.range(0, count)
        .map(
            i -> {
              int from = (int) ((long) levels.length * i / count);
              int until = (int) ((long) levels.length * (i + 1) / count);
              double loudest = Arrays.stream(levels, from, until).max().orElse(Loudness.FLOOR_DB);
              return Math.clamp(Math.round(loudest) + HIGHEST, 0, HIGHEST);
            })
        .boxed()
        .toList();
  }

  private List<LineMark> marks(Arrangement a) {
    List<LineMark> marks = new ArrayList<>();
    for (int i = 0; i < a.parts().size(); i++) {
      Part part = a.parts().get(i);
      long shift = a.begins(i) - part.span().startMs();
      if (!part.soundOnly()) {
        recordings.marks(part.recordingId()).stream()
            .filter(m -> part.span().contains(m.made().atMs()))
            .forEach(m -> marks.add(mark(part, m, shift)));
      }
    }
    return marks;
  }

  /** Those that were noted in what the stop plays, and those of its other takes. */
  private List<LineJotting> jottings(UUID stop, Arrangement a, List<Jottings.View> noted) {
    List<LineJotting> own = new ArrayList<>();
    Map<UUID, PageView> pages =
        handouts.pages(noted.stream().flatMap(j -> j.page().stream()).collect(Collectors.toSet()));
    for (Jottings.View j : noted) {
      long at = -1;
      for (int i = 0; i < a.parts().size(); i++) {
        Part part = a.parts().get(i);
        if (part.recordingId().equals(j.recording()) && part.span().contains(j.atMs())) {
          at = a.begins(i) + j.atMs() - part.span().startMs();
        }
      }
      if (at >= 0 || j.stop().equals(stop)) {
        String page = j.page().map(pages::get).map(PageView::label).orElse("");
        own.add(new LineJotting(j.id(), j.words(), at, page));
      }
    }
    return own;
  }

  private static LineMark mark(Part part, Trace.MadeMark made, long shift) {
    Mark mark = made.made().mark();
    return new LineMark(
        mark.kind().written(),
        made.made().atMs() + shift,
        part.recordingId(),
        made.number(),
        mark.pageId(),
        mark.words(),
        MarkShown.of(mark, 0, 0, 1, 0));
  }

  private static List<LineTake> takes(UUID stop, Arrangement a, List<Part> made) {
    List<Part> own = made.stream().filter(p -> p.stopId().equals(stop)).toList();
    return IntStream.range(0, own.size())
        .mapToObj(
            i -> {
              Part take = own.get(i);
              return new LineTake(
                  take.takeId(),
                  i + 1,
                  take.recordingId(),
                  take.span().startMs(),
                  take.span().endMs(),
                  a.parts().stream().allMatch(p -> p.takeId().equals(take.takeId())));
            })
        .toList();
  }
}
