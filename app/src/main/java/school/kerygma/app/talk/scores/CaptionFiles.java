package school.kerygma.app.talk.scores;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scores.CaptionSteps.Before;
import school.kerygma.app.talk.scores.CaptionSteps.ScriptBefore;
import school.kerygma.app.talk.scores.CaptionSteps.TitleBefore;
import school.kerygma.app.talk.scores.CaptionTrack.Kind;
import school.kerygma.app.talk.scores.Captioned.StopCaptions;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.captions.CaptionFile;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.CueSheet;
import school.kerygma.core.captions.OtherTrack;
import school.kerygma.core.captions.OtherTrack.OtherCue;

/** Takes files of captions, chapters and descriptions in: each as a whole, or not at all. */
@Service
@Transactional
public class CaptionFiles {

  /** Three hours of captions have about 400,000 letters. */
  private static final int MOST_BYTES = 4 << 20;

  /** What a file says, by the kinds of WebVTT. */
  public enum Says {
    CAPTIONS,
    CHAPTERS,
    DESCRIPTIONS
  }

  /**
   * What became of a file.
   *
   * @param says what it says
   * @param taken how much of it was taken in
   * @param left how much was left out: what comes after the end of the walkthrough, and of chapters
   *     also what is not the first in its stop
   * @param guessedLetters whether accents may be wrong
   */
  public record TakenIn(Says says, int taken, int left, boolean guessedLetters) {}

  private final CaptionDesk desk;
  private final CaptionSteps steps;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;

  CaptionFiles(CaptionDesk desk, CaptionSteps steps, Scripts scripts, WordsAsSaid wordsAsSaid) {
    this.desk = desk;
    this.steps = steps;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
  }

  /**
   * Takes a file in, in the place of what there is of its kind.
   *
   * @param language of captions
   * @throws Problem if it cannot be read; nothing is changed then
   */
  public TakenIn takeIn(UUID walkthrough, Says says, String language, byte[] bytes) {
    if (bytes.length > MOST_BYTES) {
      throw Problem.refused("captions-too-large").at("file");
    }
    TextOfFile letters = TextOfFile.of(bytes);
    CaptionFile file;
    try {
      file = CaptionFile.read(letters.text());
    } catch (CaptionFile.Unreadable e) {
      throw Problem.refused("captions." + e.fault(), e.line(), e.text()).at("file");
    }
    List<StopCaptions> stops = desk.of(walkthrough);
    if (stops.isEmpty()) {
      throw Problem.conflict("captions-nothing-recorded");
    }
    int taken =
        switch (says) {
          case CAPTIONS -> captions(walkthrough, language, file, stops);
          case CHAPTERS -> chapters(walkthrough, file, stops);
          case DESCRIPTIONS -> descriptions(walkthrough, file, stops);
        };
    return new TakenIn(says, taken, file.cues().size() - taken, letters.guessed());
  }

  private int captions(
      UUID walkthrough, String language, CaptionFile file, List<StopCaptions> stops) {
    String spoken = scripts.head(walkthrough).language();
    boolean other = !language.equals(spoken);
    if (other) {
      desk.checkLanguage(walkthrough, language);
    }
    steps.keep(
        walkthrough,
        "file",
        new Before(
            stops.stream().map(s -> steps.before(s.part().id(), language)).toList(),
            other
                ? List.of()
                : stops.stream()
                    .map(
                        s ->
                            new ScriptBefore(
                                s.part().id(),
                                s.stop().number(),
                                s.stop().script(),
                                script(s, cuesIn(s, file))))
                    .toList(),
            List.of()));
    for (StopCaptions stop : stops) {
      List<Cue> cues = cuesIn(stop, file);
      if (other) {
        steps.write(
            stop,
            Kind.CAPTIONS,
            language,
            cues.stream()
                .map(c -> new OtherCue(c, OtherTrack.saidDuring(c, stop.words())))
                .toList());
      } else if (!cues.isEmpty()) {
        steps.write(stop, Kind.CAPTIONS, language, CaptionSteps.plain(cues));
        wordsAsSaid.retyped(stop.part().id(), script(stop, cues));
      }
    }
    return within(file, stops);
  }

  private static int within(CaptionFile file, List<StopCaptions> stops) {
    return (int)
        file.cues().stream()
            .filter(c -> stops.stream().anyMatch(s -> s.part().plays(c.startMs())))
            .count();
  }

  /** The first chapter that begins in a stop, or that most of it lies in, names it. */
  private int chapters(UUID walkthrough, CaptionFile file, List<StopCaptions> stops) {
    List<TitleBefore> titles = new ArrayList<>();
    for (StopCaptions stop : stops) {
      file.cues().stream()
          .filter(c -> stop.part().plays((c.startMs() + c.endMs()) / 2))
          .findFirst()
          .map(c -> Scripts.shortTitle(withoutNumber(c.text(), stop.part().number())))
          .filter(t -> !t.isBlank())
          .ifPresent(t -> titles.add(new TitleBefore(stop.part().id(), stop.stop().title(), t)));
    }
    steps.keep(walkthrough, "chapters", new Before(List.of(), List.of(), titles));
    titles.forEach(t -> scripts.entitle(t.stop(), t.after()));
    return titles.size();
  }

  /** Stops are numbered by the player: a number that the file repeats is no part of the title. */
  private static String withoutNumber(String title, int number) {
    return title.replaceFirst("^0?" + number + "[.):]?\\s+", "");
  }

  private int descriptions(UUID walkthrough, CaptionFile file, List<StopCaptions> stops) {
    String spoken = scripts.head(walkthrough).language();
    steps.keep(
        walkthrough,
        "descriptions",
        new Before(
            stops.stream()
                .map(s -> steps.before(s.part().id(), Kind.DESCRIPTIONS, spoken))
                .toList(),
            List.of(),
            List.of()));
    stops.forEach(
        s -> steps.write(s, Kind.DESCRIPTIONS, spoken, CaptionSteps.plain(cuesIn(s, file))));
    return within(file, stops);
  }

  /** What of a file begins in a stop, on its clock; it ends with it. */
  private static List<Cue> cuesIn(StopCaptions stop, CaptionFile file) {
    return CueSheet.of(
            file.cues().stream()
                .filter(c -> stop.part().plays(c.startMs()))
                .map(
                    c ->
                        new Cue(
                            c.startMs() - stop.part().startMs(),
                            Math.min(c.endMs(), stop.part().endMs()) - stop.part().startMs(),
                            c.lines()))
                .toList())
        .cues();
  }

  /** The script of captions: as it is if they say the same, else their words. */
  private static String script(StopCaptions stop, List<Cue> cues) {
    List<String> said = cues.stream().flatMap(c -> CueSheet.said(c.text()).stream()).toList();
    boolean same =
        cues.isEmpty() || said.equals(Arrays.asList(stop.stop().script().strip().split("\\s+")));
    return same ? stop.stop().script() : String.join(" ", said);
  }
}
