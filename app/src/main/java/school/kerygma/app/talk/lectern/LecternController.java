package school.kerygma.app.talk.lectern;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.marking.MarkView;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.app.talk.clips.Clips;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;

/** The lectern, and the pieces of recordings that come from it. */
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
  private final Recordings recordings;
  private final Marks marks;
  private final RosterNames names;
  private final Clips clips;
  private final PageJson json;
  private final Gate gate;

  /** Whether a microphone is offered that stands in for a real one. */
  private final boolean standIn;

  LecternController(
      Scripts scripts,
      Recordings recordings,
      Marks marks,
      RosterNames names,
      Clips clips,
      PageJson json,
      Gate gate,
      @Value("${kerygma.demo}") boolean standIn) {
    this.standIn = standIn;
    this.clips = clips;
    this.json = json;
    this.scripts = scripts;
    this.recordings = recordings;
    this.marks = marks;
    this.names = names;
    this.gate = gate;
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
    List<PageView> pages = nearestFirst(scripts.pagesFor(me.id(), stops), shown);
    return new Lectern(
        id,
        shown,
        pages,
        marks.views(pages.stream().map(PageView::id).toList()),
        clips.ofWalkthrough(id).stream().filter(Clips.View::ready).toList(),
        !recordings.interrupted(id, "").isEmpty());
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

  @PostMapping("/walkthroughs/{id}/recordings")
  @ResponseBody
  Map<String, UUID> begin(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestBody(required = false) @Nullable Patch patch) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    if (patch != null
        && (patch.patchStopId() == null
            || patch.patchToken() == null
            || !scripts.walkthroughOf(patch.patchStopId()).equals(id))) {
      throw Problem.unreadable();
    }
    return Map.of("recording", recordings.begin(id, Optional.ofNullable(patch)));
  }

  /**
   * A browser says every few seconds that a recording goes on in it.
   *
   * @param device which of somebody's browsers it is
   */
  @PostMapping("/recordings/{id}/beat")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void beat(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String device) {
    check(me, id);
    recordings.heard(id, device(device));
  }

  /** What has begun and not ended, newest first. */
  @GetMapping("/walkthroughs/{id}/recordings/open")
  @ResponseBody
  List<Recordings.Interrupted> open(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String device) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return recordings.interrupted(id, device(device));
  }

  private static String device(String device) {
    if (device.length() > 40) {
      throw Problem.unreadable();
    }
    return device;
  }

  /**
   * Takes in a piece of a track.
   *
   * @param starts when the track begins, in milliseconds of the recording
   */
  @PutMapping("/recordings/{id}/{track}/{number}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void piece(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable String track,
      @PathVariable int number,
      @RequestParam(defaultValue = "0") long starts,
      HttpServletRequest request)
      throws IOException {
    check(me, id);
    try (InputStream piece = request.getInputStream()) {
      recordings.keep(id, track, number, starts, piece);
    }
  }

  @PostMapping("/recordings/{id}/finish")
  @ResponseBody
  Map<String, Optional<UUID>> finish(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestBody Map<String, Integer> pieces) {
    check(me, id);
    return Map.of("work", recordings.finish(id, pieces));
  }

  @PostMapping("/recordings/{id}/keep")
  @ResponseBody
  Map<String, Optional<UUID>> keep(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String device) {
    check(me, id);
    recordings.checkQuiet(id, device);
    return Map.of("work", recordings.keep(id));
  }

  /**
   * What lay on the desk when a recording was interrupted.
   *
   * @param marks as they are drawn; their page stands for itself in {@code pages}
   */
  record Left(UUID page, Box view, List<UUID> pages, List<MarkShown> marks) {}

  @GetMapping("/walkthroughs/{walkthrough}/recordings/{id}/desk")
  @ResponseBody
  Left desk(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID walkthrough,
      @PathVariable UUID id,
      @RequestParam UUID stop) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    check(me, id);
    Sight sight =
        scripts.stopsOf(walkthrough).stream()
            .filter(s -> s.id().equals(stop))
            .flatMap(s -> s.sight().stream())
            .findFirst()
            .orElseThrow(Problem::notFound);
    Trace.Desk desk = recordings.trace(id).left(sight);
    List<UUID> pages = desk.marks().stream().map(Mark::pageId).distinct().toList();
    return new Left(
        desk.camera().pageId(),
        desk.camera().view(),
        pages,
        desk.marks().stream()
            .map(m -> MarkShown.of(m, pages.indexOf(m.pageId()), 0, 1, 0))
            .toList());
  }

  @PostMapping("/recordings/{id}/discard")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void discard(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String device) {
    check(me, id);
    recordings.checkQuiet(id, device);
    recordings.discard(id);
  }

  private void check(SignedIn me, UUID recording) {
    gate.check(me, Deed.CHANGE, Gate.Kind.RECORDING, recording);
  }
}
