package school.kerygma.app.classroom.audience;

import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Span;

/** Takes in what students' players report. */
@RestController
class WatchController {

  /**
   * What was played since the last beacon.
   *
   * @param spans pairs of milliseconds of the program: from, until
   */
  record Beacon(UUID viewing, int number, List<List<Long>> spans) {

    /** A day: no walkthrough is longer. */
    private static final long LONGEST_MS = 24L * 3600 * 1000;

    List<Span> played() {
      if (viewing == null || number < 0 || spans == null) {
        throw Problem.refused("unreadable");
      }
      return spans.stream().map(Beacon::span).toList();
    }

    private static Span span(List<Long> pair) {
      if (pair == null
          || pair.size() != 2
          || pair.contains(null)
          || pair.get(0) < 0
          || pair.get(1) <= pair.get(0)
          || pair.get(1) > LONGEST_MS) {
        throw Problem.refused("unreadable");
      }
      return Span.of(pair.get(0), pair.get(1));
    }
  }

  private final Audience audience;
  private final Places places;
  private final Gate gate;

  WatchController(Audience audience, Places places, Gate gate) {
    this.places = places;
    this.audience = audience;
    this.gate = gate;
  }

  /** A place in a program, in milliseconds. */
  record Place(long at) {}

  /** Where whoever asks left off. */
  @GetMapping("/media/scores/{score}/place")
  @ResponseBody
  Place place(@AuthenticationPrincipal SignedIn me, @PathVariable UUID score) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, score);
    return new Place(places.of(me.id(), score));
  }

  @PutMapping("/media/scores/{score}/place")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID score, @RequestBody Place place) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, score);
    places.keep(me.id(), score, place.at());
  }

  @PostMapping("/watch/{score}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void watched(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID score, @RequestBody Beacon beacon) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.SCORE, score);
    audience.watched(me.id(), score, beacon.viewing(), beacon.number(), beacon.played());
  }
}
