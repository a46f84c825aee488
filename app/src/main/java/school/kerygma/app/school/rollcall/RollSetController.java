package school.kerygma.app.school.rollcall;

import java.time.LocalDate;
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
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roll.RollCall.Presence;

/** A teacher sets right who was there. */
@Controller
class RollSetController {

  private final RollCalls calls;
  private final Sections sections;
  private final Gate gate;

  RollSetController(RollCalls calls, Sections sections, Gate gate) {
    this.calls = calls;
    this.sections = sections;
    this.gate = gate;
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

  private static Optional<Presence> presence(@Nullable String text) {
    return text == null || text.isEmpty()
        ? Optional.empty()
        : Optional.of(Fields.one(Presence.class, text)).filter(p -> p != Presence.WAITS);
  }
}
