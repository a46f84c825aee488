package school.kerygma.app.talk.scores;

import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.talk.scores.CaptionTrack.Kind;
import school.kerygma.app.talk.scores.Captioned.StopCaptions;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.OtherTrack.OtherCue;

/**
 * Keeps what captions, scripts and titles were before each deed, so that deeds are undone one after
 * the other.
 */
@Component
class CaptionSteps {

  private static final int MOST_STEPS = 100;

  /** A track as it was; nothing in it if there was none. */
  record TrackBefore(
      UUID stop,
      @Nullable Kind kind,
      String language,
      @Nullable String basis,
      @Nullable String parts,
      @Nullable String body) {

    /** Earlier steps knew captions alone. */
    Kind ofKind() {
      return kind == null ? Kind.CAPTIONS : kind;
    }
  }

  /**
   * The words of a stop as they were, and as the deed left them.
   *
   * @param number of the stop, to speak of it
   */
  record ScriptBefore(UUID stop, int number, String before, String after) {}

  /** The title of a stop as it was, and as the deed left it. */
  record TitleBefore(UUID stop, String before, String after) {}

  /** What a deed changed. */
  record Before(
      List<TrackBefore> tracks, List<ScriptBefore> scripts, @Nullable List<TitleBefore> titles) {

    List<TitleBefore> named() {
      return Objects.requireNonNullElse(titles, List.of());
    }
  }

  private final CaptionTrack.Repository tracks;
  private final CaptionStep.Repository steps;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final StoredJson stored;
  private final Clock clock;

  CaptionSteps(
      CaptionTrack.Repository tracks,
      CaptionStep.Repository steps,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      StoredJson stored,
      Clock clock) {
    this.tracks = tracks;
    this.steps = steps;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.stored = stored;
    this.clock = clock;
  }

  Optional<String> undoes(UUID walkthrough) {
    return steps.last(walkthrough).map(CaptionStep::what);
  }

  TrackBefore before(UUID stop, String language) {
    return before(stop, Kind.CAPTIONS, language);
  }

  TrackBefore before(UUID stop, Kind kind, String language) {
    return tracks
        .findByStopIdAndKindAndLanguage(stop, kind, language)
        .map(t -> new TrackBefore(stop, kind, language, t.basis(), t.parts(), t.body()))
        .orElseGet(() -> new TrackBefore(stop, kind, language, null, null, null));
  }

  void keep(UUID walkthrough, String what, Before before) {
    Before changed =
        new Before(
            before.tracks(),
            before.scripts().stream().filter(s -> !s.before().equals(s.after())).toList(),
            before.named().stream().filter(t -> !t.before().equals(t.after())).toList());
    steps.save(new CaptionStep(walkthrough, what, stored.write(changed), clock.instant()));
    steps.flush();
    steps.forget(walkthrough, MOST_STEPS);
  }

  static List<OtherCue> plain(List<Cue> cues) {
    return cues.stream().map(c -> new OtherCue(c, "")).toList();
  }

  void write(StopCaptions captions, Kind kind, String language, List<OtherCue> cues) {
    UUID stop = captions.part().id();
    put(
        stop,
        kind,
        language,
        captions.basis(),
        stored.write(captions.played()),
        stored.write(cues));
  }

  private void put(UUID stop, Kind kind, String language, String basis, String parts, String body) {
    tracks
        .findByStopIdAndKindAndLanguage(stop, kind, language)
        .ifPresentOrElse(
            t -> t.keep(basis, parts, body),
            () -> tracks.save(new CaptionTrack(stop, kind, language, basis, parts, body)));
  }

  /** Undoes the last deed. Words that were changed elsewhere since are not overwritten. */
  void undo(UUID walkthrough) {
    CaptionStep step =
        steps.last(walkthrough).orElseThrow(() -> Problem.conflict("captions-nothing-to-undo"));
    Before before = stored.read(step.body(), Before.class);
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (ScriptBefore s : before.scripts()) {
      there(stops, s.stop())
          .filter(now -> !now.script().equals(s.after()))
          .ifPresent(
              now -> {
                throw Problem.conflict("captions-words-changed", now.number());
              });
    }
    for (TrackBefore t : before.tracks()) {
      if (t.body() == null) {
        tracks
            .findByStopIdAndKindAndLanguage(t.stop(), t.ofKind(), t.language())
            .ifPresent(tracks::delete);
      } else if (there(stops, t.stop()).isPresent()) {
        put(
            t.stop(),
            t.ofKind(),
            t.language(),
            Objects.requireNonNull(t.basis()),
            Objects.requireNonNullElse(t.parts(), "[]"),
            t.body());
      }
    }
    for (ScriptBefore s : before.scripts()) {
      if (there(stops, s.stop()).isPresent()) {
        wordsAsSaid.retyped(s.stop(), s.before());
      }
    }
    for (TitleBefore t : before.named()) {
      if (there(stops, t.stop()).filter(now -> now.title().equals(t.after())).isPresent()) {
        scripts.entitle(t.stop(), t.before());
      }
    }
    steps.delete(step);
  }

  private static Optional<StopView> there(List<StopView> stops, UUID stop) {
    return stops.stream().filter(v -> v.id().equals(stop)).findFirst();
  }
}
