package school.kerygma.app.talk.scores;

import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.captions.CaptionLevel;
import school.kerygma.core.captions.CueSheet;

/** Deeds on single captions; what comes back are all captions as they are then. */
@Controller
class CaptionDeedController {

  /** What is done to a caption. */
  enum Kind {
    RETYPE,
    SPLIT,
    JOIN,
    START,
    END,
    ADD,
    UNHURRY,
    TRANSLATE
  }

  /**
   * A deed on the captions of a stop.
   *
   * @param token stands for the captions that were seen
   * @param at the caption, from 0
   * @param number before which word it is split, or a time in milliseconds on the stop's clock
   * @param language of the other track that is shown, or empty
   */
  record Edit(
      Kind kind,
      String token,
      int at,
      long number,
      @Nullable String text,
      String language,
      CaptionLevel.Name level) {

    Edit {
      Objects.requireNonNull(kind);
      Objects.requireNonNull(token);
      Objects.requireNonNull(language);
      Objects.requireNonNull(level);
    }

    String typed() {
      return text == null ? "" : text;
    }
  }

  private final CaptionDesk desk;
  private final ShownCaptions shown;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final Gate gate;

  CaptionDeedController(
      CaptionDesk desk, ShownCaptions shown, Scripts scripts, WordsAsSaid wordsAsSaid, Gate gate) {
    this.desk = desk;
    this.shown = shown;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/cues")
  @ResponseBody
  ShownCaptions.Shown cues(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String language,
      @RequestParam CaptionLevel.Name level) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return shown.of(id, language, CaptionLevel.of(level));
  }

  /** Does something to a caption; what comes back are all captions as they are then. */
  @PostMapping("/stops/{id}/captions")
  @ResponseBody
  ShownCaptions.Shown edit(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Edit edit) {
    UUID walkthrough = scripts.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    CaptionLevel level = CaptionLevel.of(edit.level());
    switch (edit.kind()) {
      case RETYPE -> desk.retype(id, edit.token(), edit.at(), edit.typed());
      case SPLIT -> desk.split(id, edit.token(), edit.at(), (int) edit.number());
      case JOIN -> desk.join(id, edit.token(), edit.at());
      case START -> desk.move(id, edit.token(), edit.at(), CueSheet.End.START, edit.number());
      case END -> desk.move(id, edit.token(), edit.at(), CueSheet.End.END, edit.number());
      case ADD -> desk.add(id, edit.token(), edit.number(), edit.typed());
      case UNHURRY -> desk.unhurry(id, edit.token(), level);
      case TRANSLATE -> desk.translate(id, edit.token(), edit.at(), edit.language(), edit.typed());
    }
    return shown.of(walkthrough, edit.language(), level);
  }

  @PostMapping("/walkthroughs/{id}/captions/undo")
  @ResponseBody
  ShownCaptions.Shown undo(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String language,
      @RequestParam CaptionLevel.Name level) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    desk.undo(id);
    return shown.of(id, language, CaptionLevel.of(level));
  }

  /** The captions of a stop are read as they are. */
  @PostMapping("/stops/{id}/captions-read")
  @ResponseBody
  void read(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(id));
    wordsAsSaid.captionsReadOf(id);
  }
}
