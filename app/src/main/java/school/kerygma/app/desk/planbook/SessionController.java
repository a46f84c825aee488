package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** Planning a session into the plan book. */
@Controller
class SessionController {

  private final Sessions sessions;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  SessionController(Sessions sessions, Sections sections, Gate gate, Clock clock) {
    this.sessions = sessions;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan/sessions/new")
  String fresh(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate day,
      Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    if (own.isEmpty()) {
      throw Problem.notFound();
    }
    LocalDate today = own.getFirst().calendar().dateOf(clock.instant());
    LocalDate shown = Optional.ofNullable(day).orElse(today);
    model.addAttribute("sections", SectionView.during(shown, own));
    model.addAttribute("day", shown);
    return "planbook/session";
  }

  @GetMapping("/plan/sessions/{id}")
  String one(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    SessionView session = own(me, id);
    model.addAttribute("planned", session); // "session" is the web's own in a template.
    model.addAttribute("sections", List.of(sections.get(session.section())));
    model.addAttribute("day", session.sheet().day());
    return "planbook/session";
  }

  private SessionView own(SignedIn me, UUID id) {
    SessionView session = sessions.get(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, session.section());
    return session;
  }

  @PostMapping("/plan/sessions")
  String plan(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam String title,
      @RequestParam(defaultValue = "") String place,
      @RequestParam LocalDate day,
      @RequestParam LocalTime starts,
      @RequestParam LocalTime ends,
      @RequestParam(defaultValue = "false") boolean required) {
    Set<UUID> of = chosen == null ? Set.of() : chosen;
    of.forEach(section -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section));
    sessions.plan(of, new SessionSheet(title, place, day, starts, ends, required));
    return "redirect:/plan?week=" + day;
  }

  @PostMapping("/plan/sessions/{id}")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam String title,
      @RequestParam(defaultValue = "") String place,
      @RequestParam LocalDate day,
      @RequestParam LocalTime starts,
      @RequestParam LocalTime ends,
      @RequestParam(defaultValue = "false") boolean required) {
    own(me, id);
    sessions.change(id, seen, new SessionSheet(title, place, day, starts, ends, required));
    return "redirect:/plan?week=" + day;
  }

  @PostMapping("/plan/sessions/{id}/cancel")
  String cancel(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    SessionView session = own(me, id);
    sessions.cancel(id);
    return "redirect:/plan?week=" + session.sheet().day();
  }
}
