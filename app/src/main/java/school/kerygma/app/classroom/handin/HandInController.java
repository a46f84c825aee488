package school.kerygma.app.classroom.handin;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.HandInRule;

/** What a section has handed in, for its teacher. */
@Controller
class HandInController {

  private final HandInRows rows;
  private final HandIns handIns;
  private final ShownSheet shownSheet;
  private final SelfChecks selfChecks;
  private final TeachersWords words;
  private final Tasks tasks;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  HandInController(
      HandInRows rows,
      HandIns handIns,
      ShownSheet shownSheet,
      SelfChecks selfChecks,
      TeachersWords words,
      Tasks tasks,
      Sections sections,
      People people,
      Gate gate) {
    this.rows = rows;
    this.handIns = handIns;
    this.shownSheet = shownSheet;
    this.selfChecks = selfChecks;
    this.words = words;
    this.tasks = tasks;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  /** Who has handed something in for a task. */
  @GetMapping("/sections/{section}/tasks/{task}/work")
  String ofTask(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    SectionView of = sections.get(section);
    TaskView shown = tasks.get(task);
    Optional<Instant> due = rows.due(shown, of);
    List<HandInRows.Row> all = rows.rows(shown, of, due);
    model.addAttribute("section", of);
    model.addAttribute("task", shown);
    model.addAttribute("due", due.orElse(null));
    model.addAttribute("rows", all);
    model.addAttribute(
        "answered",
        words.among(
            all.stream().filter(r -> r.newest() != null).map(r -> r.newest().id()).toList()));
    model.addAttribute("here", all.stream().filter(r -> r.newest() != null).count());
    model.addAttribute(
        "blank",
        all.stream().filter(r -> r.newest() != null && r.newest().finding().isPresent()).count());
    model.addAttribute("late", all.stream().filter(r -> r.late() != null).count());
    return "handin/of-task";
  }

  /** One version, whole. */
  @GetMapping("/hand-ins/{id}")
  String one(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    SectionView section = sections.get(version.section());
    TaskView task = tasks.get(version.task());
    Optional<Instant> due = rows.due(task, section);
    List<HandInVersion> own =
        handIns.ofSection(task.id(), section.id()).stream()
            .filter(v -> v.students().contains(version.student()))
            .toList();
    List<HandInRows.Row> handed =
        rows.rows(task, section, due).stream().filter(r -> r.newest() != null).toList();
    int last = -1;
    for (int i = 0; i < handed.size(); i++) {
      HandInVersion newest = handed.get(i).newest();
      if (newest != null && newest.students().equals(version.students())) {
        last = i;
      }
    }
    model.addAttribute("next", last + 1 < handed.size() ? handed.get(last + 1) : null);
    model.addAttribute("seconds", task.sheet().handIn().map(HandInRule::seconds).orElse(0));
    model.addAttribute("shown", version);
    model.addAttribute("section", section);
    model.addAttribute("task", task);
    model.addAttribute("versions", own);
    model.addAttribute("late", HandInRows.late(own, task, section, due).orElse(null));
    shownSheet.of(version.id(), model);
    List<SelfChecks.Criterion> criteria = selfChecks.criteria(task, section.id());
    model.addAttribute("criteria", criteria);
    model.addAttribute("rows", words.rows(version.id(), criteria));
    model.addAttribute("word", words.of(version.id()).orElse(null));
    model.addAttribute(
        "names",
        people.contacts(version.students()).values().stream()
            .map(People.Contact::name)
            .sorted()
            .toList());
    return "handin/one";
  }

  /** A teacher's word of a version: where they see it by the rubric, and what they write. */
  @PostMapping("/hand-ins/{id}/word")
  String say(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String text,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    List<SelfChecks.Criterion> criteria =
        selfChecks.criteria(tasks.get(version.task()), version.section());
    Map<String, String> levels = new HashMap<>();
    for (int i = 0; i < criteria.size(); i++) {
      String level = form.getFirst("level-" + i);
      levels.put(criteria.get(i).name(), level == null ? "" : level);
    }
    words.say(id, me.id(), text, levels, criteria);
    return "redirect:/hand-ins/" + id;
  }
}
