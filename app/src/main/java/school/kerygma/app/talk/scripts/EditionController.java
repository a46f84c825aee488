package school.kerygma.app.talk.scripts;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.margin.Facts;
import school.kerygma.app.paper.margin.Rubrics;
import school.kerygma.app.paper.marking.CarriedMarks;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageReading;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.annotation.MovedFrame;
import school.kerygma.core.handout.EditionChanges;
import school.kerygma.core.handout.Page;
import school.kerygma.core.walkthrough.Sight;

/** A new edition of a handout: what has changed, and which stops show what is no more. */
@Controller
class EditionController {

  /**
   * A stop that shows a page of an edition before.
   *
   * @param now where the newest edition has the very words that it shows, if it has them
   */
  record Shown(Scripts.Head walkthrough, StopView stop, Optional<Sight> now) {

    public boolean same() {
      return now.isPresent();
    }
  }

  private final Handouts handouts;
  private final TakingIn takingIn;
  private final Editions editions;
  private final PageReading reading;
  private final CarriedMarks carried;
  private final Facts facts;
  private final Rubrics rubrics;
  private final Scripts scripts;
  private final ScriptSearch scriptSearch;
  private final Gate gate;

  EditionController(
      Handouts handouts,
      TakingIn takingIn,
      Editions editions,
      PageReading reading,
      CarriedMarks carried,
      Facts facts,
      Rubrics rubrics,
      Scripts scripts,
      ScriptSearch scriptSearch,
      Gate gate) {
    this.handouts = handouts;
    this.takingIn = takingIn;
    this.editions = editions;
    this.reading = reading;
    this.carried = carried;
    this.facts = facts;
    this.rubrics = rubrics;
    this.scripts = scripts;
    this.scriptSearch = scriptSearch;
    this.gate = gate;
  }

  @PostMapping("/handouts/{id}/editions")
  String takeIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam MultipartFile paper)
      throws IOException {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    try (var content = paper.getInputStream()) {
      takingIn.takeInEdition(me.id(), id, String.valueOf(paper.getOriginalFilename()), content);
    }
    return "redirect:/handouts/" + id + "/edition";
  }

  @GetMapping("/handouts/{id}/edition")
  String changes(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    model.addAttribute("handout", handouts.get(id));
    Optional<Editions.Held> held = editions.held(id);
    List<Editions.Content> all = editions.of(id);
    model.addAttribute("held", held.orElse(null));
    model.addAttribute(
        "unsure",
        held.filter(h -> !all.isEmpty())
            .map(h -> carried.unsure(all.getFirst(), h))
            .orElse(List.of()));
    if (all.size() > 1) {
      EditionChanges changes =
          EditionChanges.between(all.get(1).text().text(), all.get(0).text().text());
      model.addAttribute("changes", changes);
      for (EditionChanges.Kind kind : EditionChanges.Kind.values()) {
        model.addAttribute(kind.name().toLowerCase(java.util.Locale.ROOT), changes.count(kind));
      }
      model.addAttribute(
          "lost",
          Stream.concat(facts.lost(all.getFirst()).stream(), rubrics.lost(all.getFirst()).stream())
              .distinct()
              .toList());
      model.addAttribute("lostMarks", carried.lost(all));
      model.addAttribute("reworded", carried.reworded(all));
      List<Shown> stops = stops(me, all);
      model.addAttribute("stops", stops);
      model.addAttribute("movable", stops.stream().anyMatch(Shown::same));
    }
    return "scripts/edition";
  }

  /** Lets an edition go up whose covers its teacher has looked at. */
  @PostMapping("/handouts/{id}/edition/release")
  String release(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    editions.release(id);
    return "redirect:/handouts/" + id + "/edition";
  }

  /** Leaves an edition out that waits; the one before stays. */
  @PostMapping("/handouts/{id}/edition/leave")
  String leave(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    editions.held(id).ifPresent(h -> reading.clear(h.edition()));
    return "redirect:/handouts/" + id;
  }

  /** Shows the newest edition at every stop whose words are still the same. */
  @PostMapping("/handouts/{id}/edition/stops")
  String show(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    for (Shown shown : stops(me, editions.of(id))) {
      shown.now().ifPresent(sight -> scripts.reframe(shown.stop().id(), sight));
    }
    return "redirect:/handouts/" + id + "/edition";
  }

  private List<Shown> stops(SignedIn me, List<Editions.Content> all) {
    Set<UUID> before =
        all.stream().skip(1).flatMap(e -> e.ids().stream()).collect(Collectors.toSet());
    Map<Scripts.Head, List<StopView>> showing = scriptSearch.showing(me.id(), before);
    Map<UUID, Editions.Way> ways =
        editions.toNewest(
            showing.values().stream()
                .flatMap(List::stream)
                .flatMap(stop -> stop.sight().stream())
                .map(Sight::pageId)
                .collect(Collectors.toSet()));
    List<Shown> shown = new ArrayList<>();
    showing.forEach(
        (walkthrough, stops) -> {
          for (StopView stop : stops) {
            Optional<Sight> now =
                stop.sight()
                    .filter(sight -> ways.containsKey(sight.pageId()))
                    .flatMap(s -> now(s, There.in(ways, s.pageId()), all.getFirst().pages()));
            shown.add(new Shown(walkthrough, stop, now));
          }
        });
    return shown;
  }

  private static Optional<Sight> now(Sight sight, Editions.Way way, List<Page> pages) {
    return MovedFrame.of(way.carry(), way.page(), sight.frame(), pages)
        .map(moved -> new Sight(way.to().get(moved.page()), moved.frame()));
  }
}
