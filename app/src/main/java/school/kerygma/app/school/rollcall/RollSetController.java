package school.kerygma.app.school.rollcall;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roll.RollCall;
import school.kerygma.core.roll.RollCall.Presence;

/** A teacher sets when the roll is called, calls it, and sets right who was there. */
@Controller
class RollSetController {

  private final RollCalls calls;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  RollSetController(RollCalls calls, Sections sections, Gate gate, Clock clock) {
    this.calls = calls;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  /** Sets a week right: fields are named by student and day. */
  @PostMapping("/sections/{id}/roll/week")
  String setRight(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(required = false) @Nullable LocalDate week,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    Set<UUID> students = sections.get(id).students();
    form.forEach(
        (name, values) -> {
          if (name.startsWith("at ")) {
            String[] parts = name.split(" ");
            UUID student = Fields.id(parts.length == 3 ? parts[1] : "");
            if (!students.contains(student)) {
              throw Problem.notFound();
            }
            calls.setRight(id, Fields.day(parts[2]), student, me.id(), presence(values.getFirst()));
          }
        });
    return "redirect:/sections/" + id + "/roll" + (week == null ? "" : "?week=" + week);
  }

  /** The teacher calls the roll: who is not named as absent is here. */
  @PostMapping("/sections/{id}/roll/day")
  String call(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam LocalDate day,
      @RequestParam(defaultValue = "") Set<UUID> absent) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    boolean held =
        section.meets().meetsOn(day, section.calendar())
            && !day.isAfter(section.calendar().dateOf(clock.instant()));
    if (!held || !section.students().containsAll(absent)) {
      throw Problem.notFound();
    }
    calls.call(section, day, absent, me.id());
    return "redirect:/sections/" + id + "/roll?week=" + day;
  }

  private static Optional<Presence> presence(@Nullable String text) {
    return text == null || text.isEmpty()
        ? Optional.empty()
        : Optional.of(Fields.one(Presence.class, text)).filter(p -> p != Presence.WAITS);
  }

  /**
   * When it is, and what is asked.
   *
   * @param by "hours": the section's; else at the times that are given
   */
  @PostMapping("/sections/{id}/roll")
  String set(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String by,
      @RequestParam(defaultValue = "") String opens,
      @RequestParam(defaultValue = "") String closes,
      @RequestParam(defaultValue = "") String question,
      @RequestParam(defaultValue = "false") boolean end) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    if (end) {
      calls.end(id);
    } else {
      calls.set(
          sections.get(id),
          by.equals("hours") ? RollCall.byHours() : fixed(opens, closes),
          question);
    }
    return "redirect:/sections/" + id + "/roll";
  }

  private static RollCall fixed(String opens, String closes) {
    LocalTime from = Fields.time(opens, "opens", "roll-times");
    LocalTime until = Fields.time(closes, "closes", "roll-times");
    if (until.isBefore(from)) {
      throw Problem.refused("roll-times").at("closes");
    }
    return new RollCall(Optional.of(new RollCall.Times(from, until)));
  }
}
