package school.kerygma.app.walkthroughs;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.handouts.Facts;
import school.kerygma.app.handouts.Handouts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handout.EditionChanges;
import school.kerygma.core.handout.TextAnchor;

/** A new edition of a handout: what has changed, and which stops show what is no more. */
@Controller
class EditionController {

  /**
   * A stop that shows a page of an edition before.
   *
   * @param same whether the new edition has the very words that it shows
   */
  record Shown(Scripts.Head walkthrough, StopView stop, boolean same) {}

  private final Handouts handouts;
  private final Facts facts;
  private final Scripts scripts;
  private final Gate gate;

  EditionController(Handouts handouts, Facts facts, Scripts scripts, Gate gate) {
    this.handouts = handouts;
    this.facts = facts;
    this.scripts = scripts;
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
      handouts.takeInEdition(me.id(), id, String.valueOf(paper.getOriginalFilename()), content);
    }
    return "redirect:/handouts/" + id + "/edition";
  }

  @GetMapping("/handouts/{id}/edition")
  String changes(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    model.addAttribute("handout", handouts.get(id));
    List<Handouts.EditionText> editions = handouts.editions(id);
    if (editions.size() > 1) {
      Handouts.EditionText newest = editions.get(0);
      EditionChanges changes = EditionChanges.between(editions.get(1).text(), newest.text());
      model.addAttribute("changes", changes);
      for (EditionChanges.Kind kind : EditionChanges.Kind.values()) {
        model.addAttribute(kind.name().toLowerCase(java.util.Locale.ROOT), changes.count(kind));
      }
      model.addAttribute("lost", facts.lost(id));
      model.addAttribute("stops", stops(me, editions, newest.text()));
    }
    return "walkthroughs/edition";
  }

  private List<Shown> stops(SignedIn me, List<Handouts.EditionText> editions, String text) {
    Set<UUID> before =
        editions.stream().skip(1).flatMap(e -> e.pages().stream()).collect(Collectors.toSet());
    List<Shown> shown = new ArrayList<>();
    for (Map.Entry<Scripts.Head, List<StopView>> own :
        scripts.showing(me.id(), before).entrySet()) {
      for (StopView stop : own.getValue()) {
        shown.add(new Shown(own.getKey(), stop, isThere(stop, text)));
      }
    }
    return shown;
  }

  private boolean isThere(StopView stop, String text) {
    return stop.sight()
        .map(s -> handouts.textWithin(s.pageId(), s.frame()))
        .filter(words -> !words.isBlank())
        .map(words -> TextAnchor.of(words, 0, words.length()).in(text).isPresent())
        .orElse(false);
  }
}
