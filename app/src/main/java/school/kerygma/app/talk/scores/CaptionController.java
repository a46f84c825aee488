package school.kerygma.app.talk.scores;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Captioned.StopCaptions;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.captions.CaptionLevel;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.CueCheck;
import school.kerygma.core.captions.CueSheet;
import school.kerygma.core.captions.Replacement;
import school.kerygma.core.text.Languages;

/** The screen on which captions are edited by ear. */
@Controller
class CaptionController {

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

  /** How often words stand. */
  record Found(int times) {}

  private final CaptionDesk desk;
  private final CaptionFiles files;
  private final Scores scores;
  private final Scripts scripts;
  private final Sections sections;
  private final Jobs jobs;
  private final Gate gate;

  CaptionController(
      CaptionDesk desk,
      CaptionFiles files,
      Scores scores,
      Scripts scripts,
      Sections sections,
      Jobs jobs,
      Gate gate) {
    this.desk = desk;
    this.files = files;
    this.scores = scores;
    this.scripts = scripts;
    this.sections = sections;
    this.jobs = jobs;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/captions")
  String captions(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam Optional<String> language,
      @RequestParam Optional<Integer> taken,
      @RequestParam(defaultValue = "CAPTIONS") CaptionFiles.Says says,
      @RequestParam(defaultValue = "0") int left,
      @RequestParam(defaultValue = "false") boolean guessed,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Scripts.Head head = scripts.head(id);
    List<String> others = new ArrayList<>(CaptionDesk.languages(desk.of(id)));
    language
        .filter(l -> Languages.has(l) && !l.equals(head.language()) && !others.contains(l))
        .ifPresent(others::add);
    Optional<Integer> grade = grade(me);
    model.addAttribute("walkthrough", head);
    model.addAttribute("score", scores.current(id).orElse(null));
    model.addAttribute("work", jobs.latest(id).filter(w -> !w.state().isOver()).orElse(null));
    model.addAttribute("spoken", Languages.of(head.language()));
    model.addAttribute("others", others.stream().map(Languages::of).toList());
    model.addAttribute("other", language.filter(others::contains).orElse(""));
    model.addAttribute(
        "otherName", language.map(Languages::of).map(Languages.Language::name).orElse(""));
    model.addAttribute(
        "taken", taken.map(t -> new CaptionFiles.TakenIn(says, t, left, guessed)).orElse(null));
    model.addAttribute("languages", Languages.all());
    model.addAttribute("grade", grade.orElse(null));
    model.addAttribute("level", grade.map(CaptionLevel::ofGrade).orElse(CaptionLevel.UPPER).name());
    model.addAttribute("levels", CaptionLevel.all());
    return "scores/captions";
  }

  /** The lowest grade that a teacher teaches, whose captions must be the slowest. */
  private Optional<Integer> grade(SignedIn me) {
    return sections.ofTeacher(me.id()).stream()
        .map(SectionView::grade)
        .flatMap(Optional::stream)
        .min(Integer::compare);
  }

  @GetMapping("/walkthroughs/{id}/cues")
  @ResponseBody
  Shown cues(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String language,
      @RequestParam CaptionLevel.Name level) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return shown(id, language, CaptionLevel.of(level));
  }

  private Shown shown(UUID walkthrough, String language, CaptionLevel level) {
    return new Shown(
        desk.undoes(walkthrough).orElse(null),
        jobs.latest(walkthrough).filter(w -> !w.state().isOver()).isPresent(),
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

  /** Does something to a caption; what comes back are all captions as they are then. */
  @PostMapping("/stops/{id}/captions")
  @ResponseBody
  Shown edit(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Edit edit) {
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
    return shown(walkthrough, edit.language(), level);
  }

  @PostMapping("/walkthroughs/{id}/captions/undo")
  @ResponseBody
  Shown undo(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String language,
      @RequestParam CaptionLevel.Name level) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    desk.undo(id);
    return shown(id, language, CaptionLevel.of(level));
  }

  @GetMapping("/walkthroughs/{id}/captions/find")
  @ResponseBody
  Found find(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String words) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return new Found(words.isBlank() ? 0 : desk.count(id, new Replacement(words, "")));
  }

  @PostMapping("/walkthroughs/{id}/captions/replace")
  String replace(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String find,
      @RequestParam String by) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    if (find.isBlank()) {
      throw Problem.refused("captions-find").at("find");
    }
    desk.replace(id, new Replacement(find, by));
    return "redirect:/walkthroughs/" + id + "/captions";
  }

  /** The captions of a stop are read as they are. */
  @PostMapping("/stops/{id}/captions-read")
  @ResponseBody
  void read(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(id));
    scripts.captionsReadOf(id);
  }

  @PostMapping("/walkthroughs/{id}/captions/file")
  String file(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "CAPTIONS") CaptionFiles.Says says,
      @RequestParam String language,
      @RequestParam MultipartFile file,
      RedirectAttributes told)
      throws IOException {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    CaptionFiles.TakenIn taken = files.takeIn(id, says, language, file.getBytes());
    told.addAttribute("language", says == CaptionFiles.Says.CAPTIONS ? language : "")
        .addAttribute("says", says)
        .addAttribute("taken", taken.taken())
        .addAttribute("left", taken.left())
        .addAttribute("guessed", taken.guessedLetters());
    return "redirect:/walkthroughs/" + id + "/captions";
  }

  @PostMapping("/walkthroughs/{id}/captions/take-away")
  String takeAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String language) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    desk.takeAway(id, language);
    return "redirect:/walkthroughs/" + id + "/captions";
  }

  @PostMapping("/walkthroughs/{id}/language")
  String speak(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String language) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    scripts.speak(id, language);
    return "redirect:/walkthroughs/" + id + "/captions";
  }
}
