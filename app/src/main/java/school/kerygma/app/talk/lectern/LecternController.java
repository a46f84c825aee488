package school.kerygma.app.talk.lectern;

import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.marking.MarkView;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.app.talk.clips.Clips;
import school.kerygma.app.talk.scripts.ScriptSearch;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handout.Box;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.walkthrough.Sight;

/** The lectern. */
@Controller
class LecternController {

  /**
   * What the lectern's script needs.
   *
   * @param hasOpen whether there are recordings that were never ended
   */
  record Lectern(
      UUID walkthrough,
      List<LecternStop> stops,
      List<PageView> pages,
      List<MarkView> marks,
      List<Clips.View> clips,
      boolean hasOpen) {}

  /**
   * One stop, with the sentences to say.
   *
   * @param view the camera that shows all of its frame
   * @param opening the camera that its recording begins with
   */
  record LecternStop(
      UUID id,
      int number,
      String title,
      List<String> sentences,
      long plannedMs,
      long recordedMs,
      UUID page,
      Box view,
      Box opening) {}

  private final Scripts scripts;
  private final ScriptSearch scriptSearch;
  private final Recordings recordings;
  private final Marks marks;
  private final RosterNames names;
  private final Clips clips;
  private final PageJson json;
  private final Gate gate;
  private final boolean standIn;

  LecternController(
      Scripts scripts,
      ScriptSearch scriptSearch,
      Recordings recordings,
      Marks marks,
      RosterNames names,
      Clips clips,
      PageJson json,
      Gate gate,
      @Value("${kerygma.demo}") boolean standIn) {
    this.scripts = scripts;
    this.scriptSearch = scriptSearch;
    this.recordings = recordings;
    this.marks = marks;
    this.names = names;
    this.clips = clips;
    this.json = json;
    this.gate = gate;
    this.standIn = standIn;
  }

  /** The pages that stops show, in their order; the rest of those papers; all others. */
  private static List<PageView> nearestFirst(List<PageView> all, List<LecternStop> stops) {
    List<UUID> shown = stops.stream().map(LecternStop::page).distinct().toList();
    Set<UUID> papers =
        all.stream()
            .filter(p -> shown.contains(p.id()))
            .map(PageView::handout)
            .collect(Collectors.toSet());
    return all.stream()
        .sorted(
            Comparator.comparingInt(
                    (PageView p) ->
                        shown.contains(p.id()) ? shown.indexOf(p.id()) : Integer.MAX_VALUE)
                .thenComparing(p -> !papers.contains(p.handout())))
        .toList();
  }

  @GetMapping("/walkthroughs/{id}/lectern")
  String lectern(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(required = false) @Nullable UUID stop,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    List<StopView> stops = scripts.stopsOf(id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("stops", stops);
    model.addAttribute("first", stop);
    model.addAttribute("standIn", standIn);
    model.addAttribute("unframed", stops.stream().filter(s -> s.sight().isEmpty()).toList());
    Lectern lectern = lectern(me, id, stops);
    model.addAttribute("lectern", lectern);
    model.addAttribute("json", json.of(lectern));
    model.addAttribute(
        "names",
        names.on(
            me.id(),
            stops.stream()
                .flatMap(s -> s.sight().stream())
                .map(Sight::pageId)
                .distinct()
                .toList()));
    return "lectern/lectern";
  }

  private Lectern lectern(SignedIn me, UUID id, List<StopView> stops) {
    List<LecternStop> shown =
        stops.stream()
            .filter(s -> s.sight().isPresent())
            .map(
                s ->
                    new LecternStop(
                        s.id(),
                        s.number(),
                        s.title(),
                        Sentences.of(s.script()),
                        s.plannedMs(),
                        s.recordedMs(),
                        s.sight().orElseThrow().pageId(),
                        s.sight().orElseThrow().camera().view(),
                        s.sight().orElseThrow().opening().view()))
            .toList();
    List<PageView> pages = nearestFirst(scriptSearch.pagesFor(me.id(), stops), shown);
    return new Lectern(
        id,
        shown,
        pages,
        marks.views(pages.stream().map(PageView::id).toList()),
        clips.ofWalkthrough(id).stream().filter(Clips.View::ready).toList(),
        !recordings.interrupted(id, "").isEmpty());
  }
}
