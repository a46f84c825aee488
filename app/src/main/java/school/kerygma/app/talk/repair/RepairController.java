package school.kerygma.app.talk.repair;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Span;

/** The sound of stops, and what is done to it. */
@Controller
class RepairController {

  /** What is done to a stop. */
  enum Kind {
    CUT,
    STRIKE,
    LIFT,
    RESTORE,
    MOVE,
    SPLIT,
    JOIN,
    CHOOSE
  }

  /**
   * A deed.
   *
   * @param token stands for what was seen
   * @param fromMs a moment of the stop's clock
   * @param untilMs the other end of a stretch
   * @param atMs of a cut that is moved
   */
  record Edit(Kind kind, String token, long fromMs, long untilMs, long atMs, @Nullable UUID take) {

    Edit {
      Objects.requireNonNull(kind);
      Objects.requireNonNull(token);
    }
  }

  private final ShownSounds shown;
  private final Repairs repairs;
  private final RepairSteps steps;
  private final Arrangements arrangements;
  private final RecordedSound recorded;
  private final Scripts scripts;
  private final Gate gate;

  RepairController(
      ShownSounds shown,
      Repairs repairs,
      RepairSteps steps,
      Arrangements arrangements,
      RecordedSound recorded,
      Scripts scripts,
      Gate gate) {
    this.shown = shown;
    this.repairs = repairs;
    this.steps = steps;
    this.arrangements = arrangements;
    this.recorded = recorded;
    this.scripts = scripts;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/sound-lines")
  @ResponseBody
  ShownSounds.Shown shown(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return shown.of(id);
  }

  @PostMapping("/stops/{id}/repair")
  @ResponseBody
  ShownSounds.Shown repair(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Edit edit) {
    UUID walkthrough = scripts.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    Repairs.Stretch stretch = new Repairs.Stretch(id, edit.fromMs(), edit.untilMs());
    switch (edit.kind()) {
      case CUT -> repairs.cut(stretch, edit.token());
      case STRIKE -> repairs.strike(stretch, edit.token());
      case LIFT -> repairs.lift(id, edit.token(), edit.fromMs());
      case RESTORE -> repairs.restore(stretch, edit.token());
      case MOVE -> repairs.move(stretch, edit.token(), edit.atMs());
      case SPLIT -> repairs.split(id, edit.token(), edit.fromMs());
      case JOIN -> repairs.join(id, edit.token());
      case CHOOSE -> repairs.choose(id, edit.token(), take(edit));
    }
    return shown.of(walkthrough);
  }

  private static UUID take(Edit edit) {
    if (edit.take() == null) {
      throw Problem.unreadable();
    }
    return edit.take();
  }

  @PostMapping("/walkthroughs/{id}/repair/undo")
  @ResponseBody
  ShownSounds.Shown undo(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    steps.undo(id);
    return shown.of(id);
  }

  /** What tidying up proposed and the teacher did not refuse. */
  @PostMapping("/walkthroughs/{id}/tidy")
  @ResponseBody
  ShownSounds.Shown tidy(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestBody List<Repairs.Stretch> cuts) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Map<UUID, ?> own = arrangements.of(id);
    if (cuts.stream().anyMatch(c -> c == null || !own.containsKey(c.stop()))) {
      throw Problem.conflict("repair-changed");
    }
    repairs.tidy(id, cuts);
    return shown.of(id);
  }

  /** Where words go that are to be said again. */
  @GetMapping("/stops/{id}/room")
  @ResponseBody
  Span room(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String token,
      @RequestParam long from,
      @RequestParam long until) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(id));
    return repairs
        .room(id, token, from, until)
        .orElseThrow(() -> Problem.conflict("repair-changed"));
  }

  /** A recording as it was recorded, for its teacher. */
  @GetMapping("/recordings/{id}/sound")
  ResponseEntity<Resource> sound(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.RECORDING, id);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType("audio/webm"))
        .body(recorded.heard(id));
  }
}
