package school.kerygma.app.desk.proofing;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.proof.Coverage;
import school.kerygma.core.proof.Matter;

/** What stops explain, and what they leave out. */
@Controller
class CoverageController {

  /**
   * A line with its two bars.
   *
   * @param pointsShare of all points of its kind, the longest bar being 100
   * @param timeShare of all time of its kind, in the same measure
   */
  record Bars(Coverage.Line line, String points, int pointsShare, int timeShare) {}

  private final CoverageLooks looks;
  private final Matters matters;
  private final Scripts scripts;
  private final Gate gate;

  CoverageController(CoverageLooks looks, Matters matters, Scripts scripts, Gate gate) {
    this.looks = looks;
    this.matters = matters;
    this.scripts = scripts;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/coverage")
  String coverage(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    List<StopView> stops = scripts.stopsOf(id);
    Map<UUID, Long> lengths = new HashMap<>();
    stops.forEach(s -> lengths.put(s.id(), s.lengthMs()));
    Matter matter = matters.of(id);
    Coverage coverage = Coverage.of(matter, lengths);
    model.addAttribute("walkthrough", scripts.head(id));
    for (Coverage.Of of : Coverage.Of.values()) {
      model.addAttribute("of" + of, bars(coverage, of));
    }
    model.addAttribute("suggestions", coverage.suggestions());
    model.addAttribute("looks", looks.looks(id, me.id(), stops, matter));
    return "proofing/coverage";
  }

  private static List<Bars> bars(Coverage coverage, Coverage.Of of) {
    List<Coverage.Line> own = coverage.lines().stream().filter(l -> l.of() == of).toList();
    double points =
        own.stream().flatMap(l -> l.points().stream()).mapToDouble(BigDecimal::doubleValue).sum();
    double time = own.stream().mapToDouble(Coverage.Line::ms).sum();
    double longest =
        own.stream()
            .mapToDouble(l -> Math.max(share(worth(l), points), share(l.ms(), time)))
            .max()
            .orElse(0);
    return own.stream()
        .map(
            l ->
                new Bars(
                    l,
                    l.points().map(BigDecimal::toPlainString).orElse(""),
                    (int) Math.round(100 * share(share(worth(l), points), longest)),
                    (int) Math.round(100 * share(share(l.ms(), time), longest))))
        .toList();
  }

  private static double worth(Coverage.Line line) {
    return line.points().map(BigDecimal::doubleValue).orElse(0.0);
  }

  private static double share(double one, double all) {
    return all <= 0 ? 0 : one / all;
  }

  /** Ties stops to tasks of which they speak; each as "stop task". */
  @PostMapping("/walkthroughs/{id}/coverage/tie")
  String tie(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(name = "tie", defaultValue = "") List<String> ties) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Map<String, Coverage.Suggestion> offered = new HashMap<>();
    Coverage.of(matters.of(id), Map.of())
        .suggestions()
        .forEach(s -> offered.put(s.stop() + " " + s.task(), s));
    for (StopView stop : scripts.stopsOf(id)) {
      Set<UUID> to = new HashSet<>(stop.tasks());
      ties.stream()
          .map(offered::get)
          .filter(s -> s != null && s.stop().equals(stop.id()))
          .forEach(s -> to.add(s.task()));
      if (!to.equals(stop.tasks())) {
        scripts.tie(stop.id(), to);
      }
    }
    return "redirect:/walkthroughs/" + id + "/coverage";
  }
}
