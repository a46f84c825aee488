package school.kerygma.app.classroom.handin;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.PageChanges;
import school.kerygma.core.handin.Tones;
import school.kerygma.media.picture.PageTones;

/** Says what changed on a page between two files that were handed in. */
@Controller
class HandInChangesController {

  /**
   * What changed.
   *
   * @param compared whether the two could be compared at all
   */
  record Changed(boolean compared, List<PageChanges.Place> fresh, List<PageChanges.Place> gone) {}

  private final HandIns handIns;
  private final HandInFiles files;
  private final Gate gate;

  HandInChangesController(HandIns handIns, HandInFiles files, Gate gate) {
    this.handIns = handIns;
    this.files = files;
    this.gate = gate;
  }

  @GetMapping("/hand-in-files/{file}/{page}/since/{before}")
  ResponseEntity<Changed> since(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID file,
      @PathVariable int page,
      @PathVariable UUID before) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, before);
    Changed changed =
        PageChanges.between(tones(before, page), tones(file, page))
            .map(c -> new Changed(true, c.fresh(), c.gone()))
            .orElse(new Changed(false, List.of(), List.of()));
    return ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(changed);
  }

  private Tones tones(UUID file, int page) {
    Resource picture =
        files
            .shown(handIns.piece(file), page, HandInReading.Size.S.called())
            .orElseThrow(Problem::notFound);
    try (InputStream in = picture.getInputStream()) {
      return PageTones.of(ImageIO.read(in));
    } catch (IOException e) {
      throw Problem.notFound();
    }
  }
}
