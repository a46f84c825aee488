package school.kerygma.app.talk.lectern;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
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
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;

/**
 * Takes in the pieces of recordings, ends them or throws them away, and says how the desk was left.
 */
@Controller
class RecordingController {

  /**
   * What lay on the desk when a recording was interrupted.
   *
   * @param marks as they are drawn; their page stands for itself in {@code pages}
   */
  record Left(UUID page, Box view, List<UUID> pages, List<MarkShown> marks) {}

  private final Scripts scripts;
  private final Recordings recordings;
  private final Gate gate;

  RecordingController(Scripts scripts, Recordings recordings, Gate gate) {
    this.scripts = scripts;
    this.recordings = recordings;
    this.gate = gate;
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
