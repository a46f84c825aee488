package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** One step from a term that is over to the next. */
@Controller
class NextTermController {

  private final NextTerm next;
  private final Sections sections;
  private final Gate gate;

  NextTermController(NextTerm next, Sections sections, Gate gate) {
    this.next = next;
    this.sections = sections;
    this.gate = gate;
  }

  @PostMapping("/plan/next-term")
  String begin(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam String name,
      @RequestParam(required = false) @Nullable LocalDate firstDay,
      @RequestParam int weeks,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(defaultValue = "false") boolean rosters,
      @RequestParam(defaultValue = "false") boolean plan) {
    if (firstDay == null) {
      throw Problem.refused("moment").at("firstDay");
    }
    if (chosen == null || chosen.isEmpty()) {
      throw Problem.refused("no-section-next").at("section");
    }
    // Who stands in begins no term, and whose sections are several schools' begins one a school.
    chosen.forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, s));
    List<SectionView> again = sections.among(chosen);
    UUID besides = sections.termOf(again.getFirst().id());
    if (again.stream().anyMatch(s -> !sections.termOf(s.id()).equals(besides))) {
      throw Problem.refused("no-section-next").at("section");
    }
    LocalDate monday =
        next.begin(
            me.id(),
            besides,
            new NextTerm.Wish(name.strip(), firstDay, weeks, again, rosters, plan));
    return "redirect:/plan?begun=true&week=" + monday;
  }
}
