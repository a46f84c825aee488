package school.kerygma.app.talk.repair;

import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.lectern.Jottings;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.walkthrough.MarkChange;

/** A mark of a talk is moved, reworded, taken away; a jotting is put right. */
@Controller
class MarkMendController {

  /**
   * What is different about a mark than it is now.
   *
   * @param larger a factor
   */
  record MarkEdit(
      boolean gone, @Nullable String words, double dx, double dy, double larger, long laterMs) {}

  private final ShownSounds shown;
  private final Repairs repairs;
  private final Recordings recordings;
  private final Jottings jottings;
  private final Gate gate;

  MarkMendController(
      ShownSounds shown, Repairs repairs, Recordings recordings, Jottings jottings, Gate gate) {
    this.shown = shown;
    this.repairs = repairs;
    this.recordings = recordings;
    this.jottings = jottings;
    this.gate = gate;
  }

  /** Changes a mark that was made during a recording. */
  @PostMapping("/recordings/{id}/marks/{number}")
  @ResponseBody
  ShownSounds.Shown mark(
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
    return shown.of(recordings.walkthroughOf(id));
  }

  /** What was jotted down is put right. */
  @PostMapping("/jottings/{id}/done")
  @ResponseBody
  ShownSounds.Shown done(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = jottings.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    jottings.done(id);
    return shown.of(walkthrough);
  }
}
