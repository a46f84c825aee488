package school.kerygma.app.talk.scores;

import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.talk.lectern.ArrangementChanged;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.app.talk.scripts.ScriptChanged;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.ScoreCompiler;

/**
 * Compiles a walkthrough in the background, of what its stops play: the score, the captions, and
 * one sound file of each kind.
 */
@Component
class Compiling implements Job {

  private static final String KIND = "compile";

  private static final int STEPS = 4;

  private final TalkMaterial materials;
  private final SaidWords said;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final Takes takes;
  private final Arrangements arrangements;
  private final Score.Repository scores;
  private final Score.BodyRepository bodies;
  private final Sounds sounds;
  private final Jobs jobs;
  private final ApplicationEventPublisher events;
  private final TransactionTemplate inTransaction;
  private final StoredJson stored;
  private final Clock clock;

  Compiling(
      TalkMaterial materials,
      SaidWords said,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      Takes takes,
      Arrangements arrangements,
      Score.Repository scores,
      Score.BodyRepository bodies,
      Sounds sounds,
      Jobs jobs,
      ApplicationEventPublisher events,
      TransactionTemplate inTransaction,
      StoredJson stored,
      Clock clock) {
    this.materials = materials;
    this.said = said;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.takes = takes;
    this.arrangements = arrangements;
    this.scores = scores;
    this.bodies = bodies;
    this.sounds = sounds;
    this.jobs = jobs;
    this.events = events;
    this.inTransaction = inTransaction;
    this.stored = stored;
    this.clock = clock;
  }

  /** Compiles again if there is anything recorded, and no such work waits already. */
  @EventListener
  void on(ScriptChanged event) {
    UUID walkthrough = event.walkthrough();
    if (!arrangements.of(walkthrough).isEmpty()) {
      again(walkthrough);
    }
  }

  @EventListener
  void on(ArrangementChanged event) {
    again(event.walkthrough());
  }

  /**
   * What was compiled before this version lacks what players can show now, or a part of its sound.
   */
  @EventListener
  void on(Nightly night) {
    Set<UUID> anew = new LinkedHashSet<>(scores.ofEarlierFormats(PlaybackScore.FORMAT));
    scores.newest().stream()
        .filter(s -> !sounds.isWhole(s.sound(), s.durationMs()))
        .forEach(s -> anew.add(s.walkthroughId()));
    anew.forEach(this::start);
  }

  private void again(UUID walkthrough) {
    if (jobs.latest(walkthrough, KIND).filter(w -> w.state() == State.WAITING).isEmpty()) {
      start(walkthrough);
    }
  }

  private void start(UUID walkthrough) {
    jobs.start(KIND, walkthrough, scripts.ownerOf(walkthrough).orElseThrow());
  }

  @Override
  public Lane lane() {
    return Lane.TALKS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public void run(UUID walkthrough, Progress progress) {
    progress.at(0, STEPS);
    Optional<UUID> self = jobs.latest(walkthrough, KIND).map(Jobs.View::id);
    TalkMaterial.Material material = inTransaction.execute(t -> materials.material(walkthrough));
    if (material.order().segments().isEmpty()) {
      return;
    }
    progress.at(1, STEPS);
    SaidWords.Spoken spoken = said.spoken(material);
    progress.at(2, STEPS);
    ScoreCompiler.Speech speech =
        new ScoreCompiler.Speech(
            CueBuilder.withAdded(
                CueBuilder.build(spoken.said(), material.order().durationMs()),
                spoken.stops().values().stream()
                    .flatMap(s -> s.added().stream())
                    .filter(a -> a.endMs() > a.startMs())
                    .map(a -> Span.of(a.startMs(), a.endMs()))
                    .toList()),
            spoken.said().stream().flatMap(s -> s.words().stream()).toList(),
            spoken.stops());
    PlaybackScore score =
        ScoreCompiler.compile(
            material.title(),
            material.order(),
            material.traces(),
            material.sheets(),
            material.pages(),
            material.lines(),
            speech,
            takes::picture);
    sounds.make(material.order(), material.takes());
    progress.at(3, STEPS);
    inTransaction.executeWithoutResult(
        t -> {
          if (!jobs.latest(walkthrough, KIND).map(Jobs.View::id).equals(self)) {
            return; // Newer work has newer takes; an older score must not come after its.
          }
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
          spoken.stops().forEach((stop, s) -> wordsAsSaid.draft(stop, s.draft()));
          events.publishEvent(new ScoreMade(walkthrough));
        });
  }
}
