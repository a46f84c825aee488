package school.kerygma.app.talk.repair;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.Jottings;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.MarkChange;

/** What the script's screen needs to repair what was recorded. */
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

  /**
   * The lines.
   *
   * @param undoes what undoing would undo
   * @param working whether all of it is put together just now
   */
  record Shown(@Nullable String undoes, boolean working, List<SoundLines.Line> stops) {}

  private final Repairs repairs;
  private final SoundLines lines;
  private final Arrangements arrangements;
  private final RecordedSound recorded;
  private final Recordings recordings;
  private final Jottings jottings;
  private final Scripts scripts;
  private final Jobs jobs;
  private final Gate gate;

  RepairController(
      Repairs repairs,
      SoundLines lines,
      Arrangements arrangements,
      RecordedSound recorded,
      Recordings recordings,
      Jottings jottings,
      Scripts scripts,
      Jobs jobs,
      Gate gate) {
    this.repairs = repairs;
    this.lines = lines;
    this.arrangements = arrangements;
    this.recorded = recorded;
    this.recordings = recordings;
    this.jottings = jottings;
    this.scripts = scripts;
    this.jobs = jobs;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/sound-lines")
  @ResponseBody
  Shown shown(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    return shown(id);
  }

  private Shown shown(UUID walkthrough) {
    return new Shown(
        repairs.undoes(walkthrough).orElse(null),
        jobs.latest(walkthrough).filter(w -> !w.state().isOver()).isPresent(),
        lines.of(walkthrough, inOrder(walkthrough)));
  }

  /** What the stops play, in the order of the script. */
  private Map<UUID, Arrangement> inOrder(UUID walkthrough) {
    Map<UUID, Arrangement> all = arrangements.of(walkthrough);
    Map<UUID, Arrangement> ordered = new LinkedHashMap<>();
    for (StopView stop : scripts.stopsOf(walkthrough)) {
      Arrangement own = all.get(stop.id());
      if (own != null) {
        ordered.put(stop.id(), own);
      }
    }
    return ordered;
  }

  @PostMapping("/stops/{id}/repair")
  @ResponseBody
  Shown repair(
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
    return shown(walkthrough);
  }

  private static UUID take(Edit edit) {
    if (edit.take() == null) {
      throw Problem.unreadable();
    }
    return edit.take();
  }

  @PostMapping("/walkthroughs/{id}/repair/undo")
  @ResponseBody
  Shown undo(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    repairs.undo(id);
    return shown(id);
  }

  /** What tidying up proposed and the teacher did not refuse. */
  @PostMapping("/walkthroughs/{id}/tidy")
  @ResponseBody
  Shown tidy(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestBody List<Repairs.Stretch> cuts) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Map<UUID, ?> own = arrangements.of(id);
    if (cuts.stream().anyMatch(c -> c == null || !own.containsKey(c.stop()))) {
      throw Problem.conflict("repair-changed");
    }
    repairs.tidy(id, cuts);
    return shown(id);
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

  /**
   * What is different about a mark than it is now.
   *
   * @param larger a factor
   */
  record MarkEdit(
      boolean gone, @Nullable String words, double dx, double dy, double larger, long laterMs) {}

  /** Changes a mark that was made during a recording. */
  @PostMapping("/recordings/{id}/marks/{number}")
  @ResponseBody
  Shown mark(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable int number,
      @RequestBody MarkEdit edit) {
    gate.check(me, Deed.CHANGE, Gate.Kind.RECORDING, id);
    if (!Double.isFinite(edit.dx() + edit.dy() + edit.larger()) || edit.larger() <= 0) {
      throw Problem.unreadable();
    }
    repairs.mark(
        id,
        number,
        new MarkChange(
            edit.gone(),
            Optional.ofNullable(edit.words()).map(String::strip).filter(w -> !w.isEmpty()),
            edit.dx(),
            edit.dy(),
            edit.larger(),
            edit.laterMs()));
    return shown(recordings.walkthroughOf(id));
  }

  /** What was jotted down is put right. */
  @PostMapping("/jottings/{id}/done")
  @ResponseBody
  Shown done(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = jottings.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    jottings.done(id);
    return shown(walkthrough);
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
