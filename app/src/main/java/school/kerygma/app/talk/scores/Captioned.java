package school.kerygma.app.talk.scores;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import org.springframework.util.DigestUtils;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.captions.CueSheet;
import school.kerygma.core.captions.OtherTrack;
import school.kerygma.core.captions.OtherTrack.InStep;
import school.kerygma.core.captions.OtherTrack.OtherCue;
import school.kerygma.core.captions.OwnCues;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.MovedCues;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.RunningOrder.Part;

/**
 * The captions of a score as they are now: those that were edited in the place of those that were
 * compiled, and those in other languages. They are laid in when a score is handed out, so that a
 * caption is edited without compiling anything.
 */
@Component
class Captioned {

  /**
   * The captions of a stop, on its own clock.
   *
   * @param part the stop as it is played
   * @param stop as the script has it
   * @param basis for which sound they are
   * @param played the parts of takes that are this sound
   * @param cues in what is spoken
   * @param words what is said
   * @param others in other languages, by language
   * @param described what is seen, as somebody has told it; nothing if nobody has
   */
  record StopCaptions(
      StopPart part,
      StopView stop,
      String basis,
      List<Part> played,
      List<Cue> cues,
      List<TimedWord> words,
      Map<String, List<InStep>> others,
      Optional<List<Cue>> described) {

    long lengthMs() {
      return part.endMs() - part.startMs();
    }
  }

  private final CaptionTrack.Repository tracks;
  private final Scripts scripts;
  private final MessageSource messages;
  private final StoredJson stored;

  Captioned(
      CaptionTrack.Repository tracks, Scripts scripts, MessageSource messages, StoredJson stored) {
    this.tracks = tracks;
    this.scripts = scripts;
    this.messages = messages;
    this.stored = stored;
  }

  /** The sound of a stop: captions are for it, and for no other. */
  private static String basis(List<Part> played) {
    String parts =
        played.stream().map(p -> p.takeId() + " " + p.span()).collect(Collectors.joining("\n"));
    return DigestUtils.md5DigestAsHex(parts.getBytes(StandardCharsets.UTF_8));
  }

  List<OtherCue> read(String body) {
    return Arrays.asList(stored.read(body, OtherCue[].class));
  }

  /** The captions of all stops of a score, in their order. */
  List<StopCaptions> of(UUID walkthrough, RunningOrder order, PlaybackScore compiled) {
    Map<UUID, StopView> stops = new HashMap<>();
    scripts.stopsOf(walkthrough).forEach(s -> stops.put(s.id(), s));
    Map<UUID, Map<String, CaptionTrack>> own = new HashMap<>();
    Map<UUID, CaptionTrack> described = new HashMap<>();
    tracks
        .findByStopIdIn(stops.keySet())
        .forEach(
            t -> {
              if (t.kind() == CaptionTrack.Kind.DESCRIPTIONS) {
                described.put(t.stopId(), t);
              } else {
                own.computeIfAbsent(t.stopId(), k -> new TreeMap<>()).put(t.language(), t);
              }
            });
    String spoken = scripts.head(walkthrough).language();
    return compiled.stops().stream()
        .filter(p -> stops.containsKey(p.id()))
        .map(
            p ->
                of(
                    p,
                    There.in(stops, p.id()),
                    order.segments().stream()
                        .map(RunningOrder.Segment::part)
                        .filter(part -> part.stopId().equals(p.id()))
                        .toList(),
                    compiled,
                    own.getOrDefault(p.id(), Map.of()),
                    Optional.ofNullable(described.get(p.id())),
                    spoken))
        .toList();
  }

  private StopCaptions of(
      StopPart part,
      StopView stop,
      List<Part> played,
      PlaybackScore compiled,
      Map<String, CaptionTrack> tracksOf,
      Optional<CaptionTrack> described,
      String spoken) {
    List<Cue> cues =
        compiled.cues().stream()
            .filter(c -> part.plays(c.startMs()))
            .map(c -> shifted(c, -part.startMs()))
            .toList();
    List<TimedWord> words =
        compiled.words().stream()
            .filter(w -> part.plays(w.startMs()))
            .map(
                w ->
                    new TimedWord(
                        w.text(), w.startMs() - part.startMs(), w.endMs() - part.startMs()))
            .toList();
    String basis = basis(played);
    CaptionTrack own = tracksOf.get(spoken);
    if (own != null && follows(own, basis, played)) {
      List<Cue> edited = moved(own, basis, played).stream().map(OtherCue::cue).toList();
      cues = OwnCues.over(cues, edited, stop.script());
    }
    List<TimedWord> written = written(cues);
    Map<String, List<InStep>> others = new LinkedHashMap<>();
    for (CaptionTrack track : tracksOf.values()) {
      if (track != own) {
        boolean sameSound = follows(track, basis, played);
        others.put(
            track.language(),
            new OtherTrack(sameSound ? moved(track, basis, played) : read(track.body()))
                .now(sameSound, sameSound ? written : words, part.endMs() - part.startMs()));
      }
    }
    return new StopCaptions(
        part,
        stop,
        basis,
        played,
        cues,
        words,
        others,
        described
            .filter(t -> follows(t, basis, played))
            .map(t -> moved(t, basis, played).stream().map(OtherCue::cue).toList()));
  }

  private List<Part> parts(CaptionTrack track) {
    return Arrays.asList(stored.read(track.parts(), Part[].class));
  }

  /** Whether what a stop plays is of the takes for which captions were edited. */
  private boolean follows(CaptionTrack track, String basis, List<Part> played) {
    return track.basis().equals(basis)
        || parts(track).stream()
            .anyMatch(t -> played.stream().anyMatch(p -> p.takeId().equals(t.takeId())));
  }

  /** The captions of a track where they stand now; those that a cut touches are none any more. */
  private List<OtherCue> moved(CaptionTrack track, String basis, List<Part> played) {
    List<OtherCue> cues = read(track.body());
    if (track.basis().equals(basis)) {
      return cues;
    }
    List<Part> then = parts(track);
    return cues.stream()
        .flatMap(
            o -> MovedCues.of(o.cue(), then, played).stream().map(c -> new OtherCue(c, o.of())))
        .toList();
  }

  /** The words of captions as they are now, which may not be compiled yet. */
  private static List<TimedWord> written(List<Cue> cues) {
    return cues.stream()
        .flatMap(
            c ->
                CueSheet.said(c.text()).stream().map(w -> new TimedWord(w, c.startMs(), c.endMs())))
        .toList();
  }

  static Cue shifted(Cue cue, long by) {
    return new Cue(cue.startMs() + by, cue.endMs() + by, cue.lines());
  }

  /** A score with its captions as they are now. */
  PlaybackScore on(UUID walkthrough, RunningOrder order, PlaybackScore compiled) {
    List<StopCaptions> stops = of(walkthrough, order, compiled);
    if (stops.size() < compiled.stops().size()) {
      return compiled; // A stop was taken out, and the score without it comes in a moment.
    }
    List<Cue> cues = new ArrayList<>();
    stops.forEach(
        s ->
            s.cues()
                .forEach(
                    c ->
                        cues.add(
                            shifted(
                                new Cue(c.startMs(), c.endMs(), told(c.lines())),
                                s.part().startMs()))));
    return compiled.captioned(
        stops.stream().map(s -> s.stop().read() ? s.part().read() : s.part()).toList(),
        cues,
        scripts.head(walkthrough).language(),
        stops.stream()
            .flatMap(s -> s.others().keySet().stream())
            .distinct()
            .sorted()
            .map(l -> new PlaybackScore.Track(l, track(l, stops)))
            .toList());
  }

  /** What is seen: stop by stop as somebody has told it, else as it was computed. */
  List<Cue> described(
      UUID walkthrough, RunningOrder order, PlaybackScore compiled, List<Cue> computed) {
    List<Cue> all = new ArrayList<>(computed);
    for (StopCaptions stop : of(walkthrough, order, compiled)) {
      stop.described()
          .ifPresent(
              own -> {
                all.removeIf(c -> stop.part().plays(c.startMs()));
                own.forEach(c -> all.add(shifted(c, stop.part().startMs())));
              });
    }
    all.sort(Comparator.comparing(Cue::startMs));
    return all;
  }

  /** Where nobody has written yet what is said, that is told in words. */
  private List<String> told(List<String> lines) {
    return lines.equals(List.of(CueBuilder.NOT_WRITTEN))
        ? List.of(messages.getMessage("captions.not.written", null, Locale.ENGLISH))
        : lines;
  }

  /** The captions in a language; where there are none yet, those in what is spoken. */
  private List<PlaybackScore.TrackCue> track(String language, List<StopCaptions> stops) {
    List<PlaybackScore.TrackCue> cues = new ArrayList<>();
    for (StopCaptions stop : stops) {
      List<InStep> own = stop.others().getOrDefault(language, List.of());
      long start = stop.part().startMs();
      own.forEach(o -> cues.add(trackCue(o.cue(), start, o.changed(), false)));
      stop.cues().stream()
          .filter(c -> own.stream().noneMatch(o -> overlap(o.cue(), c)))
          .forEach(c -> cues.add(trackCue(c, start, false, true)));
    }
    cues.sort(Comparator.comparing(PlaybackScore.TrackCue::startMs));
    return cues;
  }

  private static boolean overlap(Cue a, Cue b) {
    return a.startMs() < b.endMs() && b.startMs() < a.endMs();
  }

  private PlaybackScore.TrackCue trackCue(Cue cue, long by, boolean unchecked, boolean spoken) {
    return new PlaybackScore.TrackCue(
        cue.startMs() + by, cue.endMs() + by, told(cue.lines()), unchecked, spoken);
  }
}
