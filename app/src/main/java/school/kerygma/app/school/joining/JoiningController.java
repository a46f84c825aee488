package school.kerygma.app.school.joining;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Attempts;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.QrCode;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.joining.JoinCode;

/** Joining, from both sides: who asks to be let in, and the teacher who says yes. */
@Controller
class JoiningController {

  /** A whole school may sit behind one address. */
  private static final int PER_MACHINE = 2_000;

  /** Somebody on the roster who can be meant. */
  record Choice(UUID id, String name, boolean named) {}

  /**
   * Somebody who waits.
   *
   * @param choices who can be meant on the roster, those of the same name first
   * @param sameAddress who has the address on this roster that was typed
   */
  record Waits(Joinings.Request request, List<Choice> choices, Optional<String> sameAddress) {

    /** Whether the teacher must say who is meant. */
    public boolean asksWho() {
      return request.kind() != Joinings.Kind.STUDENT
          || (request.person().isEmpty() && choices.stream().anyMatch(Choice::named));
    }
  }

  private final Joinings joinings;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Attempts attempts;
  private final String address;

  JoiningController(
      Joinings joinings,
      Sections sections,
      People people,
      Gate gate,
      Attempts attempts,
      @Value("${kerygma.address}") String address) {
    this.joinings = joinings;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.attempts = attempts;
    this.address = address;
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
    model.addAttribute("over", joinings.isOver(request));
    model.addAttribute("key", key);
    show(sections.get(request.section()), model);
    return "joining/asked";
  }

  /** Who was let in goes to their page, as with a pass card. */
  @PostMapping("/join/asked/{key}")
  String in(@PathVariable String key, HttpServletRequest from) {
    return "redirect:" + joinings.cardOf(key, AskingBrowser.of(from));
  }

  @GetMapping("/sections/{id}/joining")
  String joining(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    Optional<Joinings.Code> code = joinings.of(id);
    String link = code.map(c -> address + "/join?code=" + c.code().symbols()).orElse("");
    model.addAttribute("section", section);
    model.addAttribute("code", code.orElse(null));
    model.addAttribute("link", link);
    model.addAttribute("board", address.replaceFirst("^https?://", "") + "/join");
    model.addAttribute("qr", code.isPresent() ? QrCode.of(link) : null);
    model.addAttribute("waiting", waiting(section));
    return "joining/section";
  }

  private List<Waits> waiting(SectionView section) {
    Map<UUID, People.Contact> students = people.contacts(section.students());
    Map<UUID, People.Contact> all = new HashMap<>(students);
    all.putAll(people.contacts(people.studentsByGuardian(section.students()).keySet()));
    List<Waits> waits = new ArrayList<>();
    for (Joinings.Request r : joinings.waiting(section.id())) {
      boolean card = r.kind() == Joinings.Kind.CARD;
      String meant = r.kind() == Joinings.Kind.GUARDIAN ? r.studentName() : r.name();
      waits.add(
          new Waits(
              r,
              (card ? all : students)
                  .values().stream()
                      .map(c -> new Choice(c.id(), c.name(), isNamed(c, r, meant)))
                      .sorted(
                          Comparator.comparing((Choice c) -> !c.named())
                              .thenComparing(Choice::name))
                      .toList(),
              r.email()
                  .flatMap(
                      e ->
                          all.values().stream()
                              .filter(c -> c.email().filter(e::equalsIgnoreCase).isPresent())
                              .map(People.Contact::name)
                              .findFirst())));
    }
    return waits;
  }

  private static boolean isNamed(People.Contact contact, Joinings.Request request, String meant) {
    return request
        .student()
        .map(s -> s.equals(contact.id()))
        .orElseGet(() -> contact.name().equalsIgnoreCase(meant));
  }

  @PostMapping("/sections/{id}/joining")
  String turn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam boolean on,
      @RequestParam(defaultValue = "false") boolean fresh) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    joinings.turn(id, on, fresh);
    return "redirect:/sections/" + id + "/joining";
  }

  /**
   * The teacher's answer.
   *
   * @param who the person on the roster that is meant; "new" or nothing for somebody who is on none
   */
  @PostMapping("/sections/{id}/joining/{request}")
  String answer(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID request,
      @RequestParam boolean yes,
      @RequestParam(required = false) @Nullable String who,
      @RequestParam(defaultValue = "") String shown) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    if (yes && "".equals(who)) {
      throw Problem.refused("join-whose").at("who");
    }
    boolean named = who != null && !who.isEmpty() && !who.equals("new");
    joinings.answer(id, request, yes, named ? Optional.of(person(who)) : Optional.empty(), shown);
    return "redirect:/sections/" + id + "/joining";
  }

  private static UUID person(String text) {
    try {
      return UUID.fromString(text);
    } catch (IllegalArgumentException e) {
      throw Problem.unreadable();
    }
  }

  /** Another guardian: asked for by one, let in by a teacher of the child. */
  @GetMapping("/family/guardians")
  String others(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute(
        "children",
        people.contacts(people.studentsOf(me.id())).values().stream()
            .sorted(Comparator.comparing(People.Contact::name))
            .toList());
    model.addAttribute("asked", joinings.askedBy(me.id()));
    return "joining/guardians";
  }

  @PostMapping("/family/guardians")
  String another(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam UUID child,
      @RequestParam String name,
      @RequestParam(defaultValue = "") String email) {
    if (!people.studentsOf(me.id()).contains(child)) {
      throw Problem.notFound();
    }
    UUID section =
        sections.ofStudent(child).stream()
            .findFirst()
            .orElseThrow(() -> Problem.refused("join-nowhere"))
            .id();
    return "redirect:" + joinings.askForAnother(section, me.id(), child, name, email);
  }
}
