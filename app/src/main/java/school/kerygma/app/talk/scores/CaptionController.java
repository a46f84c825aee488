package school.kerygma.app.talk.scores;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
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
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.captions.CaptionLevel;
import school.kerygma.core.captions.Replacement;
import school.kerygma.core.text.Languages;

/** The screen of the captions, and what is done to all of them at once. */
@Controller
class CaptionController {

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
