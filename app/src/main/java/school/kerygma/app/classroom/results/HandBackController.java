package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.dates.MomentPhrase;
import school.kerygma.core.time.SchoolCalendar;

/** Work that was looked at is handed back, at once or at a moment, and taken back. */
@Controller
class HandBackController {

  private final Results results;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  HandBackController(Results results, Sections sections, Gate gate, Clock clock) {
    this.results = results;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  private void check(SignedIn me, UUID section, UUID task) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
  }

  /**
   * Hands back what was looked at.
   *
   * @param moment from when on they see it, as people say it; empty for now
   */
  @PostMapping("/sections/{section}/tasks/{task}/back")
  String handBack(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @RequestParam(name = "student", defaultValue = "") Set<UUID> students,
      @RequestParam(defaultValue = "") String moment) {
    check(me, section, task);
    SectionView in = sections.get(section);
    Instant now = clock.instant();
    Instant at =
        moment.isBlank()
            ? now
            : MomentPhrase.read(
                    moment,
                    new MomentPhrase.Setting(
                        now, in.calendar(), in.meets(), SchoolCalendar.DUE_TIME))
                .map(MomentPhrase.Read::at)
                .orElseThrow(() -> Problem.refused("moment-phrase", moment).at("moment"));
    Optional<UUID> batch = results.handBack(task, section, students, at);
    return "redirect:/sections/"
        + section
        + "/tasks/"
        + task
        + "/work"
        + batch.map(b -> "?back=" + b).orElse("");
  }

  @PostMapping("/sections/{section}/tasks/{task}/back/undo")
  String takeBack(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @RequestParam UUID batch) {
    check(me, section, task);
    results.takeBack(task, section, batch);
    return "redirect:/sections/" + section + "/tasks/" + task + "/work";
  }
}
