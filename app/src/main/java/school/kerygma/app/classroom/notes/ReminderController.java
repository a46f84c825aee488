package school.kerygma.app.classroom.notes;

import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.audience.MorningAfter;

/** Whom a section's rule reminds, and the rule. */
@Controller
class ReminderController {

  /** So many notes are listed as sent. */
  private static final int LISTED = 30;

  private final Reminders reminders;
  private final Reminding rules;
  private final Notes notes;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  ReminderController(
      Reminders reminders,
      Reminding rules,
      Notes notes,
      Sections sections,
      People people,
      Gate gate) {
    this.reminders = reminders;
    this.rules = rules;
    this.notes = notes;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}/reminders")
  String reminders(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String at,
      @RequestParam(defaultValue = "") String family,
      @RequestParam(required = false) @Nullable Integer sent,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    Optional<Reminding.Rule> set = Optional.ofNullable(rules.of(List.of(id)).get(id));
    MorningAfter shown =
        at.isEmpty() ? set.map(Reminding.Rule::morning).orElse(Reminding.USUAL) : rule(at, family);
    Map<UUID, People.Contact> names = people.contacts(section.students());
    List<Note> newest = notes.newest(id, LISTED);
    model.addAttribute("section", section);
    model.addAttribute("sent", sent);
    model.addAttribute("rule", shown);
    model.addAttribute("on", set.filter(Reminding.Rule::isOn).isPresent());
    model.addAttribute("tried", !at.isEmpty());
    model.addAttribute("now", reminders.now(section));
    model.addAttribute("week", reminders.lastWeek(section, shown));
    model.addAttribute("names", names);
    model.addAttribute("newest", newest);
    return "notes/reminders";
  }

  /** Turns the rule on, changes it, or turns it off. */
  @PostMapping("/sections/{id}/reminders")
  String set(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String at,
      @RequestParam(defaultValue = "") String family,
      @RequestParam(defaultValue = "true") boolean on) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    rules.set(sections.get(id), me.id(), rule(at, family), on);
    return "redirect:/sections/" + id + "/reminders";
  }

  /** Reminds now whom the rule would. */
  @PostMapping("/sections/{id}/reminders/now")
  String now(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    int sent = reminders.send(sections.get(id), me.id());
    return "redirect:/sections/" + id + "/reminders?sent=" + sent;
  }

  private static MorningAfter rule(String at, String family) {
    LocalTime time = Fields.time(at, "at", "reminder-time");
    if (time.isBefore(MorningAfter.EARLIEST) || time.isAfter(MorningAfter.LATEST)) {
      throw Problem.refused("reminder-night").at("at");
    }
    if (!family.matches("[0-" + MorningAfter.MOST + "]")) {
      throw Problem.unreadable();
    }
    return new MorningAfter(time, Integer.parseInt(family));
  }
}
