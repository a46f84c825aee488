package school.kerygma.app.desk.proofing;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.OutdatedStops;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.DueRule;

/** The proof, and what is put right from it. */
@Controller
class ProofController {

  /** A week has no more talks than this. */
  private static final int MOST_ASKED = 12;

  private final Proofs proofs;
  private final Corrections corrections;
  private final SayAgains sayAgains;
  private final SaidDecisions decisions;
  private final MessageSource messages;
  private final ProofPage page;
  private final Scripts scripts;
  private final OutdatedStops outdated;
  private final Tasks tasks;
  private final Postings postings;
  private final Clock clock;
  private final Sections sections;
  private final Gate gate;

  ProofController(
      Proofs proofs,
      Corrections corrections,
      SayAgains sayAgains,
      SaidDecisions decisions,
      MessageSource messages,
      ProofPage page,
      Scripts scripts,
      OutdatedStops outdated,
      Tasks tasks,
      Postings postings,
      Clock clock,
      Sections sections,
      Gate gate) {
    this.proofs = proofs;
    this.corrections = corrections;
    this.sayAgains = sayAgains;
    this.decisions = decisions;
    this.messages = messages;
    this.page = page;
    this.scripts = scripts;
    this.outdated = outdated;
    this.tasks = tasks;
    this.postings = postings;
    this.clock = clock;
    this.sections = sections;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/proof")
  String proof(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Proofs.View view = proofs.of(id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("older", outdated.numbers(scripts.stopsOf(id)));
    model.addAttribute("view", view);
    model.addAttribute("open", page.of(id, view.open()));
    model.addAttribute("plain", page.of(id, view.plain()));
    model.addAttribute("corrections", corrections.of(id));
    model.addAttribute("sayAgain", sayAgains.of(id));
    model.addAttribute("questions", page.questions(id, view.questions()));
    model.addAttribute("left", page.of(id, view.left()));
    return "proofing/proof";
  }

  /** What was said in another term is right in this one, too. */
  @PostMapping("/said-before/{id}/stands")
  String stands(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = sayAgains.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    sayAgains.stands(id);
    return back(walkthrough);
  }

  /**
   * What is open of a proof.
   *
   * @param says what disagrees, in words
   * @param misses what is missing, in words
   */
  record Open(
      UUID walkthrough,
      String title,
      long disagree,
      long missing,
      List<String> says,
      List<String> misses) {}

  /** What is open of some walkthroughs, for the places where it is told in passing. */
  @GetMapping("/walkthroughs/proofs")
  @ResponseBody
  List<Open> open(@AuthenticationPrincipal SignedIn me, @RequestParam Set<UUID> of) {
    List<Open> all = new ArrayList<>();
    for (UUID id : of) {
      if (id != null
          && gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id)
          && all.size() < MOST_ASKED) {
        Proofs.View view = proofs.of(id);
        all.add(
            new Open(
                id,
                scripts.titleOf(id),
                view.disagree(),
                view.missing(),
                view.open().stream().filter(Proofs.Line::disagrees).map(page::inWords).toList(),
                view.open().stream().filter(l -> !l.disagrees()).map(page::inWords).toList()));
      }
    }
    return all;
  }

  @PostMapping("/walkthroughs/{id}/proof/leave")
  String leave(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam(defaultValue = "") String reason) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    proofs.leave(id, sides, reason);
    return back(id);
  }

  /** What was left is open again. */
  @PostMapping("/walkthroughs/{id}/proof/again")
  String again(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String sides) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    proofs.take(id, sides);
    return back(id);
  }

  /** Puts a line under the player, where something else was said. */
  @PostMapping("/walkthroughs/{id}/proof/correct")
  String correct(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam UUID stop,
      @RequestParam String quote,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "false") boolean over) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    String why =
        messages.getMessage(
            over ? "proof.corrected-over" : "proof.corrected",
            new Object[] {words.strip()},
            Locale.US);
    proofs.correct(id, stop, quote, words, over, sides, why);
    return back(id);
  }

  /** Says of what may be meant in a stop whether it is. */
  @PostMapping("/walkthroughs/{id}/proof/said")
  String said(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID stop,
      @RequestParam String quote,
      @RequestParam boolean meant) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    decisions.decide(id, stop, quote, meant);
    return back(id);
  }

  /** Takes a line under the player away. */
  @PostMapping("/corrections/{id}/away")
  String away(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = corrections.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    proofs.take(walkthrough, corrections.takeAway(id));
    return back(walkthrough);
  }

  /** The lines that a player shows under its stage. */
  @GetMapping("/media/scores/{id}/corrections")
  @ResponseBody
  List<Corrections.Shown> shown(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return corrections.in(id);
  }

  /** Sets a task right, in all its sections. */
  @PostMapping("/walkthroughs/{id}/proof/task")
  String task(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam UUID task,
      @RequestParam String field,
      @RequestParam String value) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    if (!gate.may(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, task)) {
      throw Problem.conflict("task-shared");
    }
    if (proofs.line(id, sides).filter(Proofs.Line::open).isEmpty()) {
      throw Problem.conflict("changed-elsewhere"); // An older tab: the proof has changed since.
    }
    TaskView before = tasks.get(task);
    tasks.change(task, before.version(), set(before, field, value));
    return back(id);
  }

  private TaskSheet set(TaskView task, String field, String value) {
    TaskSheet sheet = task.sheet();
    try {
      return switch (field) {
        case "points" ->
            withoutDifference(sheet.worth(Integer.valueOf(value), sheet.kind()), field);
        case "minutes" -> withoutDifference(sheet.lasting(Integer.parseInt(value)), field);
        case "required" -> sheet.opening(value.equals("yes"), sheet.opens());
        case "improve" -> sheet.improved(schoolDays(task, value));
        case "due" -> withoutDifference(sheet.due(Optional.of(fixed(sheet, value))), field);
        default -> throw Problem.unreadable();
      };
    } catch (NumberFormatException | DateTimeParseException e) {
      throw Problem.unreadable();
    }
  }

  /** How many school days lie between the day on which it is due and another. */
  private int schoolDays(TaskView task, String value) {
    LocalDate last = LocalDateTime.parse(value).toLocalDate();
    SectionView section =
        sections.among(task.sheet().days().keySet()).stream()
            .findFirst()
            .orElseThrow(() -> Problem.refused("no-section-task"));
    LocalDate day =
        Standing.of(postings.ofTask(task.id()), clock.instant())
            .due(task, section)
            .map(due -> section.calendar().dateOf(due.at()))
            .orElseThrow(() -> Problem.refused("improve"));
    int days = 0;
    while (day.isBefore(last) && days <= 60) {
      day = section.calendar().schoolDayAfter(day);
      days++;
    }
    if (!day.equals(last) || days == 0) {
      throw Problem.refused("improve-day"); // Not a school day, or before it is due.
    }
    return days;
  }

  /** What is right is so for all: no section keeps another. */
  private static TaskSheet withoutDifference(TaskSheet sheet, String field) {
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>();
    sheet
        .differs()
        .forEach(
            (section, d) ->
                differs.put(
                    section,
                    new TaskSheet.Difference(
                        d.detail(),
                        field.equals("minutes") ? null : d.minutes(),
                        field.equals("points") ? null : d.points(),
                        field.equals("due") ? Optional.empty() : d.due(),
                        d.place(),
                        d.handouts())));
    return sheet.on(sheet.days(), differs);
  }

  private DueRule fixed(TaskSheet sheet, String value) {
    LocalDateTime at = LocalDateTime.parse(value);
    SectionView section =
        sections.among(sheet.days().keySet()).stream()
            .findFirst()
            .orElseThrow(() -> Problem.refused("no-section-task"));
    return new DueRule.Fixed(section.calendar().at(at.toLocalDate(), at.toLocalTime()));
  }

  private static String back(UUID walkthrough) {
    return "redirect:/walkthroughs/" + walkthrough + "/proof";
  }
}
