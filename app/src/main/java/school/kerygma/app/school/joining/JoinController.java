package school.kerygma.app.school.joining;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Attempts;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.joining.JoinCode;

/** Somebody asks to be let into a section, and comes in. */
@Controller
class JoinController {

  /** A whole school may sit behind one address. */
  private static final int PER_MACHINE = 2_000;

  private final Joinings joinings;
  private final JoinAnswers joinAnswers;
  private final Sections sections;
  private final People people;
  private final Attempts attempts;

  JoinController(
      Joinings joinings,
      JoinAnswers joinAnswers,
      Sections sections,
      People people,
      Attempts attempts) {
    this.joinings = joinings;
    this.joinAnswers = joinAnswers;
    this.sections = sections;
    this.people = people;
    this.attempts = attempts;
  }

  @GetMapping("/join")
  String code() {
    return "joining/code";
  }

  /** What was typed or scanned: with a good code, the form on which somebody asks. */
  @GetMapping(value = "/join", params = "code")
  String form(
      @AuthenticationPrincipal @Nullable SignedIn me,
      @RequestParam String code,
      HttpServletRequest request,
      Model model) {
    Optional<Joinings.Code> found = find(code, request);
    if (found.isEmpty()) {
      model.addAttribute("wrong", code);
      return "joining/code";
    }
    show(sections.get(found.get().section()), model);
    model.addAttribute("code", found.get().code());
    model.addAttribute("me", me);
    return "joining/ask";
  }

  private void show(SectionView section, Model model) {
    model.addAttribute("section", section);
    model.addAttribute(
        "teachers",
        people.contacts(section.teachers()).values().stream()
            .map(People.Contact::name)
            .sorted()
            .toList());
  }

  private Optional<Joinings.Code> find(String typed, HttpServletRequest request) {
    if (attempts.tooMany(Map.of("join from " + request.getRemoteAddr(), PER_MACHINE))) {
      throw Problem.refused("join-tries");
    }
    return JoinCode.read(typed).flatMap(joinings::open);
  }

  @PostMapping("/join")
  String ask(
      @AuthenticationPrincipal @Nullable SignedIn me,
      @RequestParam String code,
      @RequestParam(defaultValue = "STUDENT") Joinings.Kind kind,
      @RequestParam(defaultValue = "") String name,
      @RequestParam(defaultValue = "") String email,
      @RequestParam(defaultValue = "") String student,
      HttpServletRequest request,
      HttpServletResponse response) {
    Joinings.Code found =
        find(code, request).orElseThrow(() -> Problem.refused("join-code").at("code"));
    Optional<SignedIn> known = Optional.ofNullable(me).filter(m -> m.role() != Role.TEACHER);
    Joinings.Kind asked =
        known
            .map(m -> m.role() == Role.STUDENT ? Joinings.Kind.STUDENT : Joinings.Kind.GUARDIAN)
            .orElse(kind);
    boolean sits =
        asked == Joinings.Kind.STUDENT
            && known
                .filter(m -> sections.anySits(Set.of(m.id()), Set.of(found.section())))
                .isPresent();
    if (sits) {
      return "redirect:/class?section=" + found.section();
    }
    return "redirect:"
        + joinings.ask(
            found.section(),
            new Joinings.Asked(asked, name, email, student),
            known.map(SignedIn::id),
            AskingBrowser.known(request, response));
  }

  /** The page on which somebody waits. */
  @GetMapping("/join/asked/{key}")
  String asked(@PathVariable String key, HttpServletRequest from, Model model) {
    Joinings.Request request = joinings.byLink(key);
    model.addAttribute("opens", request.opensIn(AskingBrowser.of(from)));
    model.addAttribute("request", request);
    model.addAttribute("over", joinAnswers.isOver(request));
    model.addAttribute("key", key);
    show(sections.get(request.section()), model);
    return "joining/asked";
  }

  /** Who was let in goes to their page, as with a pass card. */
  @PostMapping("/join/asked/{key}")
  String in(@PathVariable String key, HttpServletRequest from) {
    return "redirect:" + joinAnswers.cardOf(key, AskingBrowser.of(from));
  }
}
