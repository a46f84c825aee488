package school.kerygma.app.talk.scripts;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handout.Box;

/** The list of walkthroughs, and the script. */
@Controller
class ScriptController {

  /**
   * A walkthrough explains tasks of these weeks; a year's tasks would be no list to choose from.
   */
  private static final int WEEKS_BACK = 2;

  private static final int WEEKS_AHEAD = 4;

  /** Words of a stop, changed from a version. */
  record Words(int version, Optional<String> title, Optional<String> script) {}

  /** A frame drawn on a page. */
  record Drawn(UUID page, double x, double y, double width, double height) {

    Box box() {
      if (!Double.isFinite(x + y + width + height)) {
        throw Problem.unreadable();
      }
      return new Box(x, y, Math.max(0.1, width), Math.max(0.1, height));
    }
  }

  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final ScriptSearch scriptSearch;
  private final StopOrder stopOrder;
  private final PaperTalk talks;
  private final Tasks tasks;
  private final Jobs jobs;
  private final Gate gate;
  private final Clock clock;

  ScriptController(
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      ScriptSearch scriptSearch,
      StopOrder stopOrder,
      PaperTalk talks,
      Tasks tasks,
      Jobs jobs,
      Gate gate,
      Clock clock) {
    this.talks = talks;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.scriptSearch = scriptSearch;
    this.stopOrder = stopOrder;
    this.tasks = tasks;
    this.jobs = jobs;
    this.gate = gate;
    this.clock = clock;
  }

  @PostMapping("/walkthroughs")
  String write(@AuthenticationPrincipal SignedIn me, @RequestParam String title) {
    return "redirect:/walkthroughs/" + scripts.write(me.id(), title);
  }

  /** Begins a walkthrough with a paper; its ties are proposals. */
  @PostMapping("/handouts/{id}/explain")
  String explain(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    return "redirect:/walkthroughs/" + talks.begin(me.id(), id) + "?proposed";
  }

  @GetMapping("/walkthroughs/{id}")
  String script(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "0") int lost,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    model.addAttribute("lost", lost);
    model.addAttribute("walkthrough", scripts.head(id));
    List<StopView> stops = scripts.stopsOf(id);
    Set<UUID> tied = new HashSet<>();
    stops.forEach(s -> tied.addAll(s.tasks()));
    LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    model.addAttribute("stops", stops);
    model.addAttribute("parts", PartView.of(stops));
    model.addAttribute("pages", scriptSearch.pagesFor(me.id(), stops));
    model.addAttribute(
        "tasks",
        tasks.toExplain(me.id(), today.minusWeeks(WEEKS_BACK), today.plusWeeks(WEEKS_AHEAD), tied));
    model.addAttribute("work", jobs.latest(id).filter(w -> !w.state().isOver()).orElse(null));
    return "scripts/script";
  }

  @PostMapping("/walkthroughs/{id}/title")
  String rename(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String title) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    scripts.rename(id, title);
    return "redirect:/walkthroughs/" + id;
  }

  /** The words of a stop that was said again are what was said. */
  @PostMapping("/stops/{id}/checked")
  String checked(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = scripts.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    wordsAsSaid.checked(id);
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + id;
  }

  @PostMapping("/walkthroughs/{id}/stops")
  String addStop(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam int at) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return "redirect:/walkthroughs/" + id + "#stop-" + stopOrder.addStop(id, at);
  }

  @PostMapping("/stops/{id}/remove")
  String removeStop(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = checkStop(me, id);
    stopOrder.removeStop(id);
    return "redirect:/walkthroughs/" + walkthrough;
  }

  @PostMapping("/stops/{id}/move")
  String moveStop(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam int by) {
    UUID walkthrough = checkStop(me, id);
    stopOrder.moveStop(id, by);
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + id;
  }

  /** Divides a long walkthrough into parts, or makes it whole again. */
  @PutMapping("/stops/{id}/words")
  @ResponseBody
  StopView say(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Words words) {
    checkStop(me, id);
    return scripts.say(id, words.version(), words.title().orElse(""), words.script().orElse(""));
  }

  @PutMapping("/stops/{id}/sight")
  @ResponseBody
  StopView show(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Drawn drawn) {
    checkStop(me, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.PAGE, drawn.page());
    return scripts.show(id, drawn.page(), drawn.box());
  }

  @PutMapping("/stops/{id}/ties")
  @ResponseBody
  StopView tie(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Set<UUID> to) {
    checkStop(me, id);
    to.remove(null);
    return scripts.tie(id, to);
  }

  private UUID checkStop(SignedIn me, UUID stop) {
    UUID walkthrough = scripts.walkthroughOf(stop);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    return walkthrough;
  }
}
