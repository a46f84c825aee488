package school.kerygma.app.ground.jobs;

import java.util.Locale;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;

/** What a progress bar asks for. */
@RestController
class JobController {

  /** The state of work in words that a page can show. */
  record Bar(String state, int percent, String problem) {}

  private final Jobs jobs;
  private final Gate gate;
  private final MessageSource words;

  JobController(Jobs jobs, Gate gate, MessageSource words) {
    this.jobs = jobs;
    this.gate = gate;
    this.words = words;
  }

  @GetMapping("/works/{id}")
  Bar progress(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Locale locale) {
    gate.check(me, Deed.CHANGE, Gate.Kind.JOB, id);
    Jobs.View view = jobs.orWhatFollows(id).orElseThrow(Problem::notFound);
    String problem =
        view.problem().isEmpty()
            ? ""
            : words.getMessage(view.problem(), new Object[] {view.detail()}, locale);
    return new Bar(view.state().name(), view.percent(), problem);
  }

  @PostMapping("/works/{id}/cancel")
  void cancel(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.JOB, id);
    jobs.orWhatFollows(id).map(Jobs.View::id).ifPresent(jobs::cancel);
  }
}
