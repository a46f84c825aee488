package school.kerygma.app.classroom.results;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;

/** A spoken word at a note: recorded by a teacher, heard by the student once it is handed back. */
@Controller
class ResultVoicesController {

  private final ResultVoices voices;
  private final Results results;
  private final HandIns handIns;
  private final Gate gate;

  ResultVoicesController(ResultVoices voices, Results results, HandIns handIns, Gate gate) {
    this.voices = voices;
    this.results = results;
    this.handIns = handIns;
    this.gate = gate;
  }

  private boolean teaches(SignedIn me, UUID version) {
    return gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, handIns.get(version).section());
  }

  private void check(SignedIn me, UUID version) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, version);
    if (!teaches(me, version)) {
      throw Problem.notFound();
    }
  }

  /** The recording is the body: it is written down as it comes. */
  @PostMapping("/hand-ins/{id}/marks/{mark}/voice")
  @ResponseBody
  void receive(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID mark,
      HttpServletRequest request)
      throws IOException {
    check(me, id);
    if (!voices.versionOf(mark).equals(id)) {
      throw Problem.notFound();
    }
    try (InputStream body = request.getInputStream()) {
      voices.receive(mark, me.id(), request.getContentLengthLong(), body);
    }
  }

  @GetMapping("/hand-ins/{id}/voices")
  @ResponseBody
  List<ResultVoices.Spoken> all(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    check(me, id);
    return voices.of(id);
  }

  /** For its teachers; for the student only once the work is handed back. */
  @GetMapping("/media/results/{mark}")
  ResponseEntity<Resource> sound(@AuthenticationPrincipal SignedIn me, @PathVariable UUID mark) {
    UUID version = voices.versionOf(mark);
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, version);
    if (!teaches(me, version) && results.back(List.of(version)).isEmpty()) {
      throw Problem.notFound();
    }
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType("audio/mp4"))
        .body(voices.sound(mark));
  }
}
