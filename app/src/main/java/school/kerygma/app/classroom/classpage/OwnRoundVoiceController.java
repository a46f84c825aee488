package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.rounds.RoundVoices;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.core.access.Access.Deed;

/** What is spoken in a round: announced, sent, made, and put up. */
@Controller
class OwnRoundVoiceController {

  /**
   * A recording that is coming.
   *
   * @param answer to which it replies; nothing if it is the own answer
   * @param words what it says in words, if that was written
   */
  record Coming(@Nullable UUID answer, @Nullable String words, long bytes) {}

  /** How a recording is. */
  record Stand(UUID voice, RoundVoices.State state) {}

  private final AskedRound asked;
  private final Rounds rounds;
  private final RoundVoices voices;
  private final Gate gate;

  OwnRoundVoiceController(AskedRound asked, Rounds rounds, RoundVoices voices, Gate gate) {
    this.asked = asked;
    this.rounds = rounds;
    this.voices = voices;
    this.gate = gate;
  }

  @PostMapping("/class/tasks/{task}/round/voices")
  @ResponseBody
  Stand announce(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Coming coming) {
    ListedTask listed = asked.open(me, task);
    UUID voice =
        voices.announce(
            rounds.of(task).orElseThrow(Problem::notFound),
            listed.section(),
            me.id(),
            Optional.ofNullable(coming.answer()),
            Objects.requireNonNullElse(coming.words(), ""),
            coming.bytes());
    return new Stand(voice, RoundVoices.State.ARRIVING);
  }

  /** The recording is the body: it is written down as it comes. */
  @PostMapping("/class/rounds/voices/{voice}")
  @ResponseBody
  void receive(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID voice, HttpServletRequest request)
      throws IOException {
    own(me, voice);
    try (InputStream body = request.getInputStream()) {
      voices.receive(voice, body);
    }
  }

  @GetMapping("/class/rounds/voices/{voice}")
  @ResponseBody
  Stand stand(@AuthenticationPrincipal SignedIn me, @PathVariable UUID voice) {
    return new Stand(voice, own(me, voice).state());
  }

  /** Sends it although nothing is heard in it. */
  @PostMapping("/class/rounds/voices/{voice}/anyway")
  String sendAllTheSame(@AuthenticationPrincipal SignedIn me, @PathVariable UUID voice) {
    RoundVoices.Recorded of = own(me, voice);
    asked.open(me, of.task());
    voices.sendAllTheSame(voice);
    return "redirect:/class/tasks/" + of.task() + "/round";
  }

  private RoundVoices.Recorded own(SignedIn me, UUID voice) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.ROUND_VOICE, voice);
    RoundVoices.Recorded of = voices.get(voice);
    if (!of.student().equals(me.id())) {
      throw Problem.notFound(); // Others hear it, and no more.
    }
    return of;
  }
}
