package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Drafts;
import school.kerygma.app.ground.accounts.ContentPolicy;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;

/**
 * The page of a chosen student or family at a chosen moment, as it would be if what a posting's
 * form says were posted: drawn by the real pages.
 */
@Controller
class PreviewController {

  /** Who plans farther ahead looks at the plan book. */
  private static final int FARTHEST_DAYS = 60;

  private final ClassPages pages;
  private final Drafts drafts;
  private final SeenAs seenAs;
  private final Gate gate;
  private final Clock clock;

  PreviewController(ClassPages pages, Drafts drafts, SeenAs seenAs, Gate gate, Clock clock) {
    this.pages = pages;
    this.drafts = drafts;
    this.seenAs = seenAs;
    this.gate = gate;
    this.clock = clock;
  }

  @PostMapping("/walkthroughs/{id}/post/seen")
  String seen(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String as,
      @RequestParam LocalDateTime at,
      @RequestParam(name = "section", defaultValue = "") Set<UUID> chosen,
      @RequestParam(name = "task", defaultValue = "") Set<UUID> put,
      @RequestParam MultiValueMap<String, String> form,
      HttpServletResponse response,
      Model model) {
    ContentPolicy.framed(response);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    put.remove(null);
    chosen.remove(null);
    put.forEach(t -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, t));
    chosen.forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, s));
    String[] who = as.split(" ");
    if (who.length != 2) {
      throw Problem.unreadable();
    }
    UUID in = Fields.id(who[0]);
    UUID person = Fields.id(who[1]);
    SeenAs.Seen seen = seenAs.of(me, in, person);
    ZoneId zone = seen.section().orElseThrow().zone();
    Instant moment = at.atZone(zone).toInstant();
    if (Math.abs(ChronoUnit.DAYS.between(clock.instant(), moment)) > FARTHEST_DAYS) {
      throw Problem.unreadable();
    }
    model.addAttribute("framed", true); // Whose page it is stands beside the frame.
    List<DeliveryView> draft = drafts.of(me.id(), id, chosen, put, form);
    return seenAs.show(pages.with(draft).at(moment), seen, person, null, model);
  }
}
