package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.paper.marking.Drawing;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;

/** Papers and talks that a class page leads to, and a page as a paper. */
@Controller
class PagePaperController {

  /** A page of another school year would show nothing. */
  private static final int FARTHEST_DAYS = 200;

  private final PagePapers papers;
  private final Clock clock;
  private final Handouts handouts;
  private final Marks marks;
  private final GlossaryWords glossary;
  private final PageJson json;
  private final Scripts scripts;
  private final Scores scores;
  private final Gate gate;
  private final SeenAs seenAs;

  PagePaperController(
      PagePapers papers,
      Clock clock,
      Handouts handouts,
      Marks marks,
      GlossaryWords glossary,
      PageJson json,
      Scripts scripts,
      Scores scores,
      Gate gate,
      SeenAs seenAs) {
    this.papers = papers;
    this.clock = clock;
    this.handouts = handouts;
    this.marks = marks;
    this.glossary = glossary;
    this.json = json;
    this.scripts = scripts;
    this.scores = scores;
    this.gate = gate;
    this.seenAs = seenAs;
  }

  /** Makes a paper of that page as it is on a day, to be shown in a walkthrough. */
  @PostMapping("/sections/{id}/as/{person}/paper")
  String asPaper(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID person,
      @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE) LocalDate day) {
    SectionView section = seenAs.of(me, id, person).section().orElseThrow();
    if (Math.abs(
            ChronoUnit.DAYS.between(
                clock.instant().atZone(section.zone()), day.atStartOfDay(section.zone())))
        > FARTHEST_DAYS) {
      throw Problem.refused("class-paper-day").at("day");
    }
    return "redirect:/handouts?made=" + papers.make(me.id(), section, person, day).handout();
  }

  /** A paper that is to be read, as students and families see it. */
  @GetMapping({"/class/handouts/{id}", "/family/handouts/{id}"})
  String paper(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      HttpServletRequest request,
      Model model) {
    model.addAttribute(
        "seen",
        SeenAs.Seen.own(request.getRequestURI().startsWith("/class") ? "/class" : "/family"));
    return paper(me, id, model);
  }

  private String paper(SignedIn me, UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HANDOUT, id);
    Handouts.View handout = handouts.get(id);
    List<UUID> leaves = handout.shown().stream().map(PageView::id).toList();
    List<Drawing> drawings = Drawing.of(handout.shown(), marks);
    model.addAttribute("handout", handout);
    model.addAttribute("explained", glossary.open(leaves));
    model.addAttribute("drawings", drawings);
    model.addAttribute("json", json.of(drawings));
    model.addAttribute("words", marks.openTexts(leaves));
    return "classpage/paper";
  }

  @GetMapping("/sections/{section}/as/{person}/handouts/{id}")
  String paperAs(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID person,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", seenAs.of(me, section, person));
    return paper(me, id, model);
  }

  /** A paper of the plan, for who shares the section or stands in there. */
  @GetMapping("/sections/{section}/papers/{id}")
  String paperOfSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", ofSection(me, section));
    return paper(me, id, model);
  }

  /** A walkthrough of the plan, for who shares the section or stands in there. */
  @GetMapping("/sections/{section}/talks/{id}")
  String talkOfSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", ofSection(me, section));
    return watched(me, id, model);
  }

  private SeenAs.Seen ofSection(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
    return SeenAs.Seen.own("/plan/day");
  }

  /** A walkthrough as a family may watch it; nothing is noted of that. */
  @GetMapping("/family/walkthroughs/{id}")
  String watchedAtHome(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    model.addAttribute("seen", SeenAs.Seen.own("/family"));
    return watched(me, id, model);
  }

  @GetMapping("/sections/{section}/as/{person}/walkthroughs/{id}")
  String watchedAs(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID person,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", seenAs.of(me, section, person));
    return watched(me, id, model);
  }

  private String watched(SignedIn me, UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.WALKTHROUGH, id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("score", scores.current(id).orElse(null));
    return "classpage/watch";
  }
}
