package school.kerygma.app.talk.clips;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.core.access.Access.Deed;

/** Clips come in, and are lent to the lectern. */
@Controller
class ClipController {

  private final Clips clips;
  private final Jobs jobs;
  private final MessageSource words;
  private final Gate gate;

  ClipController(Clips clips, Jobs jobs, MessageSource words, Gate gate) {
    this.words = words;
    this.clips = clips;
    this.jobs = jobs;
    this.gate = gate;
  }

  /** The file is the body: it may be large, and is written down as it comes. */
  @PostMapping("/walkthroughs/{id}/clips")
  @ResponseBody
  Clips.TakenIn takeIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String name,
      HttpServletRequest request)
      throws IOException {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    try (InputStream file = request.getInputStream()) {
      return clips.takeIn(me.id(), id, name, file);
    }
  }

  /**
   * The clips of a walkthrough.
   *
   * @param what length and kind of a clip in words
   * @param work that makes it ready, or nothing
   */
  record Line(UUID id, String name, String what, boolean ready, Optional<UUID> work, int percent) {}

  /** A clip that could not be made ready, and why. */
  record Failed(UUID work, String name, String why) {}

  record Listed(List<Line> clips, List<Failed> failed) {}

  @GetMapping("/walkthroughs/{id}/clips")
  @ResponseBody
  Listed list(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Locale locale) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return new Listed(
        clips.ofWalkthrough(id).stream().map(c -> line(c, locale)).toList(),
        clips.failed(me.id()).stream()
            .map(
                f ->
                    new Failed(
                        f.id(),
                        f.label(),
                        words.getMessage(f.problem(), new Object[] {f.detail()}, locale)))
            .toList());
  }

  private Line line(Clips.View c, Locale locale) {
    String kind = !c.hasPictures() ? "sound" : c.hasSound() ? "film" : "mute";
    String what =
        words.getMessage(
            "clips.kind." + kind, new Object[] {new Wording().length(c.lengthMs())}, locale);
    Jobs.View work = c.work();
    return new Line(
        c.id(),
        c.name(),
        what,
        c.ready(),
        Optional.ofNullable(work).map(Jobs.View::id),
        work == null ? 0 : work.percent());
  }

  @GetMapping("/clips/{id}/file")
  ResponseEntity<Resource> file(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.CLIP, id);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType("video/mp4"))
        .body(clips.file(id));
  }

  /** A clip that could not be made ready is spoken of no more. */
  @PostMapping("/walkthroughs/{id}/clips/failed/{work}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID work) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.JOB, work);
    jobs.putAway(work);
  }
}
