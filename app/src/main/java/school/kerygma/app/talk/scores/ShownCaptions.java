package school.kerygma.app.talk.scores;

import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.talk.scores.Captioned.StopCaptions;
import school.kerygma.core.captions.CaptionLevel;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.CueCheck;

/** Captions as their screen shows them, with what to look at in each. */
@Component
class ShownCaptions {

  /** A caption as the screen shows it. */
  record ShownCue(
      long startMs, long endMs, String text, CueCheck check, String draft, Other other) {}

  /** The same in another language. */
  record Other(String text, boolean changed, String of) {}

  /** The captions of a stop as the screen shows them; times are of the program. */
  record ShownStop(
      UUID id,
      int number,
      String title,
      long startMs,
      long endMs,
      String token,
      boolean read,
      boolean heard,
      List<ShownCue> cues) {}

  /**
   * The captions.
   *
   * @param undoes what undoing would undo
   * @param working whether they are made anew just now, so that others come in a moment
   */
  record Shown(@Nullable String undoes, boolean working, List<ShownStop> stops) {}

  private final CaptionDesk desk;
  private final Listening listening;

  ShownCaptions(CaptionDesk desk, Listening listening) {
    this.desk = desk;
    this.listening = listening;
  }

  /** All captions of a walkthrough as they are now. */
  Shown of(UUID walkthrough, String language, CaptionLevel level) {
    return new Shown(
        desk.undoes(walkthrough).orElse(null),
        listening.isAwaited(walkthrough),
        desk.of(walkthrough).stream().map(s -> shown(s, language, level)).toList());
  }

  private static ShownStop shown(StopCaptions stop, String language, CaptionLevel level) {
    List<Cue> cues = stop.cues();
    return new ShownStop(
        stop.part().id(),
        stop.part().number(),
        stop.part().title(),
        stop.part().startMs(),
        stop.part().endMs(),
        CaptionDesk.token(stop),
        stop.stop().read(),
        stop.part().spoken().heard(),
        IntStream.range(0, cues.size())
            .mapToObj(
                i -> {
                  Cue cue = cues.get(i);
                  long next = i + 1 < cues.size() ? cues.get(i + 1).startMs() : stop.lengthMs();
                  CueCheck check = CueCheck.of(cue, level, Math.max(0, next - cue.endMs()));
                  return new ShownCue(
                      cue.startMs(),
                      cue.endMs(),
                      String.join("\n", cue.lines()),
                      check,
                      check.findings().contains(CueCheck.Finding.NOT_WRITTEN)
                          ? CaptionDesk.draft(stop, cue)
                          : "",
                      other(stop, language, i));
                })
            .toList());
  }

  private static Other other(StopCaptions stop, String language, int at) {
    var own =
        stop.others().getOrDefault(language, List.of()).stream()
            .filter(o -> CaptionDesk.belongs(o.cue(), stop.cues(), at))
            .toList();
    return new Other(
        String.join("\n", own.stream().flatMap(o -> o.cue().lines().stream()).toList()),
        own.stream().anyMatch(o -> o.changed()),
        String.join(" ", own.stream().map(o -> o.of()).toList()));
  }
}
