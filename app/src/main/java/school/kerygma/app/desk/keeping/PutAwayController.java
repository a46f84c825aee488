package school.kerygma.app.desk.keeping;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.PutAway;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.clips.Clips;
import school.kerygma.app.talk.scripts.ScriptSearch;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;

/** Puts papers, walkthroughs, tasks and postings away, and takes them out again for thirty days. */
@Controller
class PutAwayController {

  /**
   * Something that was put away.
   *
   * @param until the last day on which it can be taken out
   * @param tonight whether it is gone tonight
   */
  record Line(String kind, UUID id, String title, LocalDate until, boolean tonight) {}

  private final Handouts handouts;
  private final ScriptSearch scriptSearch;
  private final Tasks tasks;
  private final Clips clips;
  private final Postings postings;
  private final Shelf shelf;
  private final Gate gate;
  private final Clock clock;

  PutAwayController(
      Handouts handouts,
      ScriptSearch scriptSearch,
      Tasks tasks,
      Clips clips,
      Postings postings,
      Shelf shelf,
      Gate gate,
      Clock clock) {
    this.clock = clock;
    this.clips = clips;
    this.handouts = handouts;
    this.scriptSearch = scriptSearch;
    this.tasks = tasks;
    this.postings = postings;
    this.shelf = shelf;
    this.gate = gate;
  }

  @GetMapping("/put-away")
  String list(@AuthenticationPrincipal SignedIn me, Model model) {
    Instant now = clock.instant();
    List<Line> lines =
        Arrays.stream(Shelf.Of.values())
            .flatMap(kind -> lines(kind, shelf.of(kind, me.id()), now))
            .sorted(Comparator.comparing(Line::until).reversed().thenComparing(Line::title))
            .toList();
    model.addAttribute("lines", lines);
    return "keeping/put-away";
  }

  private static Stream<Line> lines(Shelf.Of kind, List<PutAway> all, Instant now) {
    return all.stream()
        .map(
            p ->
                new Line(
                    kind.name().toLowerCase(Locale.ROOT),
                    p.id(),
                    p.title(),
                    LocalDate.ofInstant(p.at().plus(Nightly.UNDO), ZoneOffset.UTC),
                    !now.isBefore(p.at().plus(Nightly.UNDO))));
  }

  /** Everything that is put away is gone for good tonight. */
  @PostMapping("/put-away/empty")
  String empty(@AuthenticationPrincipal SignedIn me) {
    shelf.empty(me.id());
    return "redirect:/put-away";
  }

  @PostMapping("/put-away/{kind}/{id}")
  String putAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable String kind, @PathVariable UUID id) {
    return switch (kind(kind)) {
      case HANDOUT -> {
        gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
        checkUnused(me, id);
        shelf.put(kind(kind), id);
        yield "redirect:/handouts?away";
      }
      case WALKTHROUGH -> {
        gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
        checkNotUp(postings.ofWalkthroughs(List.of(id)));
        shelf.put(kind(kind), id);
        yield "redirect:/walkthroughs?away";
      }
      case CLIP -> {
        gate.check(me, Deed.CHANGE, Gate.Kind.CLIP, id);
        shelf.put(kind(kind), id);
        yield "redirect:/walkthroughs/" + clips.walkthroughOf(id);
      }
      case RECORDING -> throw Problem.notFound(); // Thrown away at the lectern alone.
      case TASK -> {
        gate.check(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, id);
        shelf.put(kind(kind), id);
        yield "redirect:/plan?away";
      }
      case POSTING -> {
        gate.check(me, Deed.CHANGE, Gate.Kind.POSTING, id);
        List<DeliveryView> all = postings.ofPosting(id);
        all.forEach(d -> gate.check(me, Deed.CHANGE, Gate.Kind.DELIVERY, d.id()));
        checkNotUp(all);
        shelf.put(kind(kind), id);
        yield "redirect:/put-away";
      }
    };
  }

  private static Shelf.Of kind(String name) {
    try {
      return Shelf.Of.valueOf(name.toUpperCase(Locale.ROOT));
    } catch (IllegalArgumentException e) {
      throw Problem.notFound();
    }
  }

  /** A paper that a stop shows or a task asks to read would be missed. */
  private void checkUnused(SignedIn me, UUID handout) {
    List<UUID> pages = handouts.get(handout).shown().stream().map(p -> p.id()).toList();
    if (!scriptSearch.showing(me.id(), pages).isEmpty() || !tasks.reading(handout).isEmpty()) {
      throw Problem.conflict("still-used");
    }
  }

  private static void checkNotUp(List<DeliveryView> all) {
    if (all.stream()
        .anyMatch(d -> d.state() == Moments.State.UP || d.state() == Moments.State.SCHEDULED)) {
      throw Problem.conflict("still-up");
    }
  }

  @PostMapping("/put-away/{kind}/{id}/out")
  String takeOut(
      @AuthenticationPrincipal SignedIn me, @PathVariable String kind, @PathVariable UUID id) {
    Shelf.Of of = kind(kind);
    if (shelf.of(of, me.id()).stream().noneMatch(p -> p.id().equals(id))) {
      throw Problem.notFound();
    }
    shelf.takeOut(of, id);
    return "redirect:/put-away";
  }
}
