package school.kerygma.app.school.sections;

import java.util.ArrayList;
import java.util.Comparator;
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
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roster.PersonNames;

/** The printable sheet of pass cards of a section. */
@Controller
class CardsController {

  /** One card: whose it is, for whom a guardian's is, and its link. */
  record Card(UUID person, String name, List<String> students, String link, QrCode code) {}

  private final Sections sections;
  private final People people;
  private final Gate gate;

  CardsController(Sections sections, People people, Gate gate) {
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}/cards")
  String cards(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    Map<UUID, Set<UUID>> guarded = people.studentsByGuardian(section.students());
    Set<UUID> all = new HashSet<>(section.students());
    all.addAll(guarded.keySet());
    Map<UUID, People.Contact> contacts = people.contacts(all);
    Map<UUID, String> links = people.cardLinks(all);
    model.addAttribute("section", section);
    model.addAttribute("studentCards", cards(section.students(), Map.of(), contacts, links));
    model.addAttribute("guardianCards", cards(guarded.keySet(), guarded, contacts, links));
    return "sections/cards";
  }

  private static List<Card> cards(
      Set<UUID> persons,
      Map<UUID, Set<UUID>> guarded,
      Map<UUID, People.Contact> contacts,
      Map<UUID, String> links) {
    List<Card> cards = new ArrayList<>();
    for (UUID person : persons) {
      List<String> students =
          guarded.getOrDefault(person, Set.of()).stream()
              .map(s -> There.in(contacts, s).name())
              .sorted()
              .toList();
      String link = There.in(links, person);
      cards.add(
          new Card(person, There.in(contacts, person).name(), students, link, QrCode.of(link)));
    }
    cards.sort(Comparator.comparing(Card::name, PersonNames.BY_FAMILY_NAME));
    return cards;
  }

  @PostMapping("/sections/{id}/cards/{person}/replace")
  String replace(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID person) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    boolean here =
        section.students().contains(person)
            || people.studentsByGuardian(section.students()).containsKey(person);
    if (!here) {
      throw school.kerygma.app.ground.problems.Problem.notFound();
    }
    people.replaceCard(person);
    return "redirect:/sections/" + id + "/cards?replaced";
  }
}
