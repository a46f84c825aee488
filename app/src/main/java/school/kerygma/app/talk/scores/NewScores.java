package school.kerygma.app.talk.scores;

import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;

/** Keeps scores as they are compiled, and knows which must be compiled anew. */
@Component
class NewScores {

  private final Scores known;
  private final Score.Repository scores;
  private final Score.BodyRepository bodies;
  private final Sounds sounds;
  private final StoredJson stored;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  NewScores(
      Scores known,
      Score.Repository scores,
      Score.BodyRepository bodies,
      Sounds sounds,
      StoredJson stored,
      ApplicationEventPublisher events,
      Clock clock) {
    this.known = known;
    this.scores = scores;
    this.bodies = bodies;
    this.sounds = sounds;
    this.stored = stored;
    this.events = events;
    this.clock = clock;
  }

  /**
   * Walkthroughs whose score lacks what players can show now, or a part of its sound: they were
   * compiled before this version.
   */
  Set<UUID> outOfDate() {
    Set<UUID> anew = new LinkedHashSet<>(scores.ofEarlierFormats(PlaybackScore.FORMAT));
    scores.newest().stream()
        .filter(s -> !sounds.isWhole(s.sound(), s.durationMs()))
        .forEach(s -> anew.add(s.walkthroughId()));
    return anew;
  }

  /** The takes of a walkthrough that somebody has listened to, in whatever stop. */
  Set<UUID> heardTakes(UUID walkthrough) {
    return known
        .current(walkthrough)
        .map(
            score -> {
              Set<UUID> heard =
                  known.stops(score.id()).stream()
                      .filter(s -> s.spoken().heard())
                      .map(PlaybackScore.StopPart::id)
                      .collect(Collectors.toSet());
              return score.order().segments().stream()
                  .map(RunningOrder.Segment::part)
                  .filter(p -> heard.contains(p.stopId()))
                  .map(RunningOrder.Part::takeId)
                  .collect(Collectors.toSet());
            })
        .orElse(Set.of());
  }

  /** Keeps a score; from then on it is played. */
  void keep(
      UUID walkthrough,
      TalkMaterial.Material material,
      PlaybackScore score,
      SaidWords.Spoken spoken) {
    UUID id =
        scores
            .save(
                new Score(
                    walkthrough,
                    clock.instant(),
                    material.order(),
                    Sounds.name(material.order()),
                    Sounds.stopNames(material.order()),
                    score.pages().stream()
                        .map(PlaybackScore.ShownPage::id)
                        .filter(p -> !material.windows().contains(p))
                        .toList()))
            .id();
    bodies.save(new Score.Body(id, stored.write(score), stored.write(spoken.heard())));
    events.publishEvent(new ScoreMade(walkthrough));
  }
}
