package school.kerygma.app.plan.rounds;

import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.core.access.Access.Deed;

/** What was said aloud in a round, for whoever may hear it. */
@Controller
class RoundSoundController {

  private final RoundVoices voices;
  private final Gate gate;

  RoundSoundController(RoundVoices voices, Gate gate) {
    this.voices = voices;
    this.gate = gate;
  }

  /** What somebody has said in a round, to be played. */
  @GetMapping("/media/rounds/{voice}")
  ResponseEntity<Resource> sound(@AuthenticationPrincipal SignedIn me, @PathVariable UUID voice) {
    gate.check(me, Deed.SEE, Gate.Kind.ROUND_VOICE, voice);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType("audio/mp4"))
        .body(voices.sound(voice));
  }
}
