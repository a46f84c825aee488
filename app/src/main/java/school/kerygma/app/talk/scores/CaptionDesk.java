package school.kerygma.app.talk.scores;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.DigestUtils;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scores.CaptionSteps.Before;
import school.kerygma.app.talk.scores.CaptionSteps.ScriptBefore;
import school.kerygma.app.talk.scores.CaptionSteps.TrackBefore;
import school.kerygma.app.talk.scores.CaptionTrack.Kind;
import school.kerygma.app.talk.scores.Captioned.StopCaptions;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.captions.CaptionLevel;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.CueSheet;
import school.kerygma.core.captions.OtherTrack.OtherCue;
import school.kerygma.core.captions.Replacement;
import school.kerygma.core.captions.ScriptText;
import school.kerygma.core.text.Languages;

/**
 * Where captions are edited. Each deed leaves behind what was before it, and is undone by putting
 * that back.
 */
@Service
@Transactional
public class CaptionDesk {

  private static final int MOST_TEXT = 500;
  private static final int MOST_LANGUAGES = 4;

  private final Captioned captioned;
  private final CaptionTrack.Repository tracks;
  private final CaptionSteps steps;
  private final Scores scores;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;

  CaptionDesk(
      Captioned captioned,
      CaptionTrack.Repository tracks,
      CaptionSteps steps,
      Scores scores,
      Scripts scripts,
      WordsAsSaid wordsAsSaid) {
    this.captioned = captioned;
    this.tracks = tracks;
    this.steps = steps;
    this.scores = scores;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
  }

  /** The captions of what is recorded; none while nothing is compiled. */
  @Transactional(readOnly = true)
  List<StopCaptions> of(UUID walkthrough) {
    return scores
        .current(walkthrough)
        .map(s -> captioned.of(walkthrough, s.order(), scores.compiled(s.id())))
        .orElse(List.of());
  }

  /** What undoing would undo. */
  @Transactional(readOnly = true)
  Optional<String> undoes(UUID walkthrough) {
    return steps.undoes(walkthrough);
  }

  /** Stands for the captions of a stop as they are: whoever edits them says what they have seen. */
  static String token(StopCaptions stop) {
    StringBuilder seen = new StringBuilder(stop.basis()).append(stop.cues());
    stop.others()
        .forEach((language, own) -> own.forEach(o -> seen.append(language).append(o.cue())));
    return DigestUtils.md5DigestAsHex(seen.toString().getBytes(StandardCharsets.UTF_8));
  }

  private StopCaptions seen(UUID stop, String token) {
    StopCaptions captions =
        of(scripts.walkthroughOf(stop)).stream()
            .filter(s -> s.part().id().equals(stop))
            .findFirst()
            .orElseThrow(Problem::notFound);
    if (!token(captions).equals(token)) {
      throw Problem.conflict("captions-changed");
    }
    return captions;
  }

  /** Other words in a caption, and in the script. */
  void retype(UUID stop, String token, int at, String text) {
    StopCaptions captions = seen(stop, token);
    CueSheet sheet = sheet(captions, at);
    if (text.length() > MOST_TEXT) {
      throw Problem.refused("caption-too-long", MOST_TEXT);
    }
    String script = new ScriptText(captions.stop().script()).retyped(captions.cues(), at, text);
    keep("retype", captions, sheet.retyped(at, text), script);
  }

  /** Splits a caption before one of its words. */
  void split(UUID stop, String token, int at, int before) {
    StopCaptions captions = seen(stop, token);
    keep("split", captions, sheet(captions, at).split(at, before, captions.words()));
  }

  /** Makes one of a caption and the next. */
  void join(UUID stop, String token, int at) {
    StopCaptions captions = seen(stop, token);
    keep("join", captions, sheet(captions, at).joined(at));
  }

  /** Moves an end of a caption. */
  void move(UUID stop, String token, int at, CueSheet.End end, long to) {
    StopCaptions captions = seen(stop, token);
    keep("move", captions, sheet(captions, at).moved(at, end, to, captions.lengthMs()));
  }

  /** A caption where there is none: a sound that matters, in brackets. */
  void add(UUID stop, String token, long from, String text) {
    StopCaptions captions = seen(stop, token);
    CueSheet sheet = new CueSheet(captions.cues());
    CueSheet added =
        sheet.added(
            from,
            text.strip().startsWith("[") ? text : "[" + text.strip() + "]",
            captions.lengthMs());
    if (text.isBlank() || text.length() > MOST_TEXT || added.equals(sheet)) {
      throw Problem.refused("caption-no-room");
    }
    keep("add", captions, added);
  }

  /** Lets captions of a stop stand longer where they are too fast. */
  void unhurry(UUID stop, String token, CaptionLevel level) {
    StopCaptions captions = seen(stop, token);
    keep("unhurry", captions, new CueSheet(captions.cues()).unhurried(level, captions.lengthMs()));
  }

  private static CueSheet sheet(StopCaptions captions, int at) {
    if (at < 0 || at >= captions.cues().size()) {
      throw Problem.unreadable();
    }
    return new CueSheet(captions.cues());
  }

  /**
   * Words of another language for what is said while a caption stands.
   *
   * @param at the caption in what is spoken
   * @param text blank if there shall be none
   */
  void translate(UUID stop, String token, int at, String language, String text) {
    StopCaptions captions = seen(stop, token);
    Cue cue = sheet(captions, at).cues().get(at);
    checkLanguage(captions.stop().walkthrough(), language);
    if (text.length() > MOST_TEXT) {
      throw Problem.refused("caption-too-long", MOST_TEXT);
    }
    List<OtherCue> kept = new ArrayList<>(others(captions, language));
    List<OtherCue> own = kept.stream().filter(o -> belongs(o.cue(), captions.cues(), at)).toList();
    kept.removeAll(own);
    if (!text.isBlank()) {
      Cue at0 =
          own.isEmpty()
              ? cue
              : new Cue(own.getFirst().cue().startMs(), own.getLast().cue().endMs(), cue.lines());
      Cue typed = new CueSheet(List.of(at0)).retyped(0, text).cues().getFirst();
      kept.add(new OtherCue(typed, writtenFor(typed, captions.cues(), at)));
    }
    kept.sort((a, b) -> Long.compare(a.cue().startMs(), b.cue().startMs()));
    steps.keep(
        captions.stop().walkthrough(),
        "translate",
        new Before(List.of(steps.before(stop, language)), List.of(), List.of()));
    steps.write(captions, Kind.CAPTIONS, language, kept);
  }

  /** The spoken words that a caption of another language stands for. */
  private static String writtenFor(Cue other, List<Cue> cues, int at) {
    return String.join(
        " ",
        IntStream.range(0, cues.size())
            .filter(
                i -> {
                  long middle = (cues.get(i).startMs() + cues.get(i).endMs()) / 2;
                  return i == at || other.startMs() <= middle && middle < other.endMs();
                })
            .boxed()
            .flatMap(i -> CueSheet.said(cues.get(i).text()).stream())
            .toList());
  }

  /** The captions of a language in a stop, where they stand now. */
  private static List<OtherCue> others(StopCaptions captions, String language) {
    return captions.others().getOrDefault(language, List.of()).stream()
        .map(o -> new OtherCue(o.cue(), o.of()))
        .toList();
  }

  /** Whether a caption of another language stands for a spoken one: its middle does. */
  static boolean belongs(Cue other, List<Cue> cues, int at) {
    long middle = (other.startMs() + other.endMs()) / 2;
    long from = at == 0 ? 0 : cues.get(at).startMs();
    long to = at + 1 < cues.size() ? cues.get(at + 1).startMs() : Long.MAX_VALUE;
    return from <= middle && middle < to;
  }

  void checkLanguage(UUID walkthrough, String language) {
    boolean many =
        of(walkthrough).stream()
                .flatMap(s -> s.others().keySet().stream())
                .distinct()
                .filter(l -> !l.equals(language))
                .count()
            >= MOST_LANGUAGES;
    if (!Languages.has(language) || language.equals(scripts.head(walkthrough).language())) {
      throw Problem.refused("language");
    }
    if (many) {
      throw Problem.refused("too-many-languages", MOST_LANGUAGES);
    }
  }

  private void keep(String what, StopCaptions captions, CueSheet sheet) {
    keep(what, captions, sheet, captions.stop().script());
  }

  private void keep(String what, StopCaptions captions, CueSheet sheet, String script) {
    StopView stop = captions.stop();
    if (sheet.cues().equals(captions.cues()) && script.equals(stop.script())) {
      return;
    }
    String language = scripts.head(stop.walkthrough()).language();
    steps.keep(
        stop.walkthrough(),
        what,
        new Before(
            List.of(steps.before(stop.id(), language)),
            List.of(new ScriptBefore(stop.id(), stop.number(), stop.script(), script)),
            List.of()));
    steps.write(captions, Kind.CAPTIONS, language, CaptionSteps.plain(sheet.cues()));
    wordsAsSaid.retyped(stop.id(), script);
  }

  /** Undoes the last deed. Words that were changed elsewhere since are not overwritten. */
  void undo(UUID walkthrough) {
    steps.undo(walkthrough);
  }

  /** How often words stand in the scripts of a walkthrough. */
  @Transactional(readOnly = true)
  int count(UUID walkthrough, Replacement replacement) {
    return scripts.stopsOf(walkthrough).stream().mapToInt(s -> replacement.count(s.script())).sum();
  }

  /** Other words wherever some stand, in scripts and captions. */
  void replace(UUID walkthrough, Replacement replacement) {
    String language = scripts.head(walkthrough).language();
    List<TrackBefore> before = new ArrayList<>();
    List<ScriptBefore> words = new ArrayList<>();
    List<StopCaptions> captions = of(walkthrough);
    for (StopView stop : scripts.stopsOf(walkthrough)) {
      String script = replacement.in(stop.script());
      if (!script.equals(stop.script())) {
        words.add(new ScriptBefore(stop.id(), stop.number(), stop.script(), script));
        before.add(steps.before(stop.id(), language));
      }
    }
    if (words.isEmpty()) {
      return;
    }
    steps.keep(walkthrough, "replace", new Before(before, words, List.of()));
    for (ScriptBefore s : words) {
      captions.stream()
          .filter(c -> c.part().id().equals(s.stop()))
          .forEach(
              c ->
                  steps.write(
                      c,
                      Kind.CAPTIONS,
                      language,
                      CaptionSteps.plain(new CueSheet(c.cues()).replaced(replacement).cues())));
      wordsAsSaid.retyped(s.stop(), s.after());
    }
  }

  /** Takes a language away from a walkthrough. */
  void takeAway(UUID walkthrough, String language) {
    List<CaptionTrack> own =
        tracks
            .findByStopIdIn(scripts.stopsOf(walkthrough).stream().map(StopView::id).toList())
            .stream()
            .filter(t -> t.kind() == Kind.CAPTIONS && t.language().equals(language))
            .toList();
    if (own.isEmpty() || language.equals(scripts.head(walkthrough).language())) {
      throw Problem.notFound();
    }
    steps.keep(
        walkthrough,
        "language",
        new Before(
            own.stream().map(t -> steps.before(t.stopId(), language)).toList(),
            List.of(),
            List.of()));
    tracks.deleteAll(own);
  }

  /** The languages that a walkthrough has captions in, besides the spoken one. */
  static List<String> languages(List<StopCaptions> stops) {
    return stops.stream()
        .flatMap(s -> Stream.of(s.others()).flatMap(m -> m.keySet().stream()))
        .distinct()
        .sorted()
        .toList();
  }

  /** The drafts of what is said while a caption stands that nobody has written. */
  static String draft(StopCaptions stop, Cue cue) {
    long start = stop.part().startMs();
    return String.join(
        " ",
        stop.part().spoken().added().stream()
            .filter(
                a ->
                    a.startMs() - start < cue.endMs()
                        && cue.startMs() < a.endMs() - start
                        && 2
                                * (Math.min(a.endMs() - start, cue.endMs())
                                    - Math.max(a.startMs() - start, cue.startMs()))
                            >= Math.min(cue.lengthMs(), a.endMs() - a.startMs()))
            .map(a -> a.draft())
            .filter(d -> !d.isEmpty())
            .toList());
  }
}
