package school.kerygma.app.school.joining;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.QrCode;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roster.PersonNames;

/** A teacher lets people into a section, or does not. */
@Controller
class JoiningController {

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
  private final JoinAnswers joinAnswers;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final String address;

  JoiningController(
      Joinings joinings,
      JoinAnswers joinAnswers,
      Sections sections,
      People people,
      Gate gate,
      @Value("${kerygma.address}") String address) {
    this.joinings = joinings;
    this.joinAnswers = joinAnswers;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.address = address;
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
                              .thenComparing(Choice::name, PersonNames.BY_FAMILY_NAME))
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
    Optional<UUID> meant =
        Optional.ofNullable(who).filter(w -> !w.isEmpty() && !w.equals("new")).map(Fields::id);
    joinAnswers.answer(id, request, yes, meant, shown);
    return "redirect:/sections/" + id + "/joining";
  }

  /** Another guardian: asked for by one, let in by a teacher of the child. */
  @GetMapping("/family/guardians")
  String others(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute(
        "children",
        people.contacts(people.studentsOf(me.id())).values().stream()
            .sorted(People.Contact.BY_FAMILY_NAME)
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
