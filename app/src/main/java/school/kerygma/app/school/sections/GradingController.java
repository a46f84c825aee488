package school.kerygma.app.school.sections;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.plan.Grading;

/** How the points of a section become a grade. */
@Controller
class GradingController {

  private final Sections sections;
  private final Gate gate;

  GradingController(Sections sections, Gate gate) {
    this.sections = sections;
    this.gate = gate;
  }

  /** What the grade is made of: a row for each kind of points; rows without a name do not count. */
  @PostMapping("/sections/{id}/grading")
  String grade(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam(required = false) @Nullable Integer grade,
      @RequestParam List<String> kind,
      @RequestParam List<String> weight,
      @RequestParam List<String> scale,
      @RequestParam(defaultValue = "") List<String> late,
      @RequestParam(defaultValue = "") List<String> lateMost,
      @RequestParam(defaultValue = "") List<String> best,
      @RequestParam(defaultValue = "") List<Grading.Improved> improved) {
    check(me, id);
    List<Grading.Kind> kinds = new ArrayList<>();
    try {
      for (int i = 0; i < kind.size(); i++) {
        if (!kind.get(i).isBlank()) {
          kinds.add(
              new Grading.Kind(
                  kind.get(i),
                  number(weight, i),
                  number(scale, i),
                  new LateRule(number(late, i), number(lateMost, i)),
                  number(best, i),
                  i < improved.size() ? improved.get(i) : Grading.Improved.LAST));
        }
      }
      sections.grade(id, seen, new Grading(kinds), Optional.ofNullable(grade));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("grading");
    }
    return back(id);
  }

  private static int number(List<String> sent, int at) {
    String text = at < sent.size() ? sent.get(at).strip() : "";
    return text.isEmpty() ? 0 : Integer.parseInt(text);
  }

  private void check(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
  }

  private static String back(UUID section) {
    return "redirect:/sections/" + section + "/settings";
  }
}
