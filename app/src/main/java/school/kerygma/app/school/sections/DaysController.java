package school.kerygma.app.school.sections;

import java.io.IOException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;

/** Days without school, days that close early, and what they are called. */
@Controller
class DaysController {

  private static final int MAX_FILE = 1024 * 1024;

  private final SchoolTime time;
  private final Gate gate;

  DaysController(SchoolTime time, Gate gate) {
    this.time = time;
    this.gate = gate;
  }

  @PostMapping("/school/{term}/turn")
  String turn(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID term, @RequestParam LocalDate day) {
    check(me, term);
    time.turn(term, day);
    return back(term) + "#d" + day;
  }

  @PostMapping("/school/{term}/early")
  String early(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam LocalDate day,
      @RequestParam(required = false) @Nullable LocalTime at) {
    check(me, term);
    time.closeEarly(term, day, Optional.ofNullable(at));
    return back(term);
  }

  @PostMapping("/school/{term}/days")
  String days(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam MultipartFile file,
      RedirectAttributes flash)
      throws IOException {
    check(me, term);
    if (file.getSize() > MAX_FILE) {
      throw Problem.refused("calendar-unreadable");
    }
    SchoolTime.TermView of = time.get(term);
    flash.addFlashAttribute(
        "closed", time.close(term, DaysOffFile.read(file.getInputStream(), of.calendar().zone())));
    return back(term);
  }

  /** What days without school are called: "name-2026-10-19". */
  @PostMapping("/school/{term}/names")
  String names(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam Map<String, String> form) {
    check(me, term);
    Map<LocalDate, String> names = new HashMap<>();
    form.forEach(
        (field, name) -> {
          if (field.matches("name-\\d{4}-\\d{2}-\\d{2}")) {
            names.put(Fields.day(field.substring("name-".length())), name);
          }
        });
    time.call(term, names);
    return back(term);
  }

  private void check(SignedIn me, UUID term) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
  }

  private static String back(UUID term) {
    return "redirect:/school?term=" + term;
  }
}
