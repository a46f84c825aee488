package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
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
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;

/** What is posted already is changed: its words, its moments. */
@Controller
class PostedController {

  private final Postings postings;
  private final Sections sections;
  private final Tasks tasks;
  private final ChangesSinceTold toldTasks;
  private final Gate gate;
  private final Clock clock;

  PostedController(
      Postings postings,
      Sections sections,
      Tasks tasks,
      ChangesSinceTold toldTasks,
      Gate gate,
      Clock clock) {
    this.postings = postings;
    this.sections = sections;
    this.tasks = tasks;
    this.toldTasks = toldTasks;
    this.gate = gate;
    this.clock = clock;
  }

  /** Changes what goes with a posting: its tasks and its lines. */
  @PostMapping("/postings/{id}")
  String changeWords(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam(name = "task", required = false) @Nullable Set<UUID> chosenTasks,
      @RequestParam(defaultValue = "") String toStudents,
      @RequestParam(defaultValue = "") String toFamilies,
      @RequestParam(defaultValue = "false") boolean tell) {
    gate.check(me, Deed.CHANGE, Gate.Kind.POSTING, id);
    List<DeliveryView> all = postings.ofPosting(id);
    all.forEach(d -> gate.check(me, Deed.CHANGE, Gate.Kind.DELIVERY, d.id()));
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    Set<UUID> before = all.getFirst().tasks();
    put.stream()
        .filter(t -> !before.contains(t))
        .forEach(t -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, t));
    postings.changeWords(id, seen, put, toStudents, toFamilies, tell);
    return back(all.getFirst());
  }

  /**
   * Takes back what was posted a moment ago, in all its sections.
   *
   * @param ids the postings of one deed
   */
  @PostMapping("/postings/undo")
  String takeBack(@AuthenticationPrincipal SignedIn me, @RequestParam(name = "id") List<UUID> ids) {
    List<DeliveryView> all = new ArrayList<>();
    for (UUID id : ids) {
      gate.check(me, Deed.CHANGE, Gate.Kind.POSTING, id);
      all.addAll(postings.ofPosting(id));
    }
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    all.forEach(d -> gate.check(me, Deed.CHANGE, Gate.Kind.DELIVERY, d.id()));
    all.stream()
        .filter(d -> d.state() != Moments.State.WITHDRAWN)
        .forEach(d -> postings.withdraw(d.id()));
    return back(all.getFirst());
  }

  @PostMapping("/deliveries/{id}")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "change") String deed,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.DELIVERY, id);
    DeliveryView delivery = postings.view(id);
    switch (deed) {
      case "withdraw" -> postings.withdraw(id);
      case "again" -> postings.putUpAgain(id);
      case "tell" -> postings.tell(id);
      case "tell-change" -> toldTasks.tell(id, true);
      case "let-be" -> toldTasks.tell(id, false);
      case "for-all" -> {
        postings
            .ofPosting(delivery.posting())
            .forEach(d -> gate.check(me, Deed.CHANGE, Gate.Kind.DELIVERY, d.id()));
        postings.forAll(delivery.posting());
      }
      default ->
          postings.change(
              id,
              seen,
              new PostingForm(new Fields(form), clock.instant())
                  .of(sections.get(delivery.section()), tasks.among(delivery.tasks())));
    }
    return back(delivery);
  }

  private static String back(DeliveryView delivery) {
    return delivery
        .walkthrough()
        .map(w -> "redirect:/walkthroughs/" + w + "/post?changed")
        .orElse("redirect:/plan/post?changed&posting=" + delivery.posting());
  }
}
