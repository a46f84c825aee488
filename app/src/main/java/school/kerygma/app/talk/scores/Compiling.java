package school.kerygma.app.talk.scores;

import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.jobs.Nightly;
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
 * one sound file of each kind. It is played as soon as that is done; what nobody has listened to
 * has estimated words until then.
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
  private final NewScores scores;
  private final Sounds sounds;
  private final Listening listening;
  private final Jobs jobs;
  private final TransactionTemplate inTransaction;

  Compiling(
      TalkMaterial materials,
      SaidWords said,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      Takes takes,
      Arrangements arrangements,
      NewScores scores,
      Sounds sounds,
      Listening listening,
      Jobs jobs,
      TransactionTemplate inTransaction) {
    this.materials = materials;
    this.said = said;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.takes = takes;
    this.arrangements = arrangements;
    this.scores = scores;
    this.sounds = sounds;
    this.listening = listening;
    this.jobs = jobs;
    this.inTransaction = inTransaction;
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

  @EventListener
  void on(Listening.Heard event) {
    again(event.walkthrough());
  }

  @EventListener
  void on(Nightly night) {
    scores.outOfDate().forEach(this::start);
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
    SaidWords.Spoken spoken = said.spoken(material, scores.heardTakes(walkthrough));
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
          scores.keep(walkthrough, material, score, spoken);
          spoken.stops().forEach((stop, s) -> wordsAsSaid.draft(stop, s.draft()));
          listening.begin(walkthrough, spoken.awaited());
        });
  }
}
