package school.kerygma.app.talk.scores;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scripts.WalkthroughGone;

/** Removes scores that nobody plays any more, and the sounds that no score plays. */
@Component
class ScoreKeeper {

  private final Score.Repository scores;
  private final Sounds sounds;
  private final MediaStore store;

  ScoreKeeper(Score.Repository scores, Sounds sounds, MediaStore store) {
    this.store = store;
    this.scores = scores;
    this.sounds = sounds;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    scores.replaced(night.yesterday()).forEach(this::remove);
    // Of work that was overtaken by newer work no score tells.
    store.deleteBefore("sounds", Instant.now().minus(Nightly.A_DAY), name -> !isPlayed(name));
  }

  /** What was heard is heard again if anybody asks for it later. */
  @EventListener
  void forgetWords(Nightly night) {
    store.deleteBefore(StopWords.FOLDER, Instant.now().minus(Nightly.UNDO), name -> true);
  }

  @EventListener
  @Transactional
  void on(WalkthroughGone gone) {
    scores.ofWalkthrough(gone.walkthrough()).forEach(this::remove);
  }

  private boolean isPlayed(String file) {
    String name = file.substring(0, file.lastIndexOf('.'));
    return scores.existsBySound(name) || scores.plays(name);
  }

  private void remove(UUID score) {
    String sound = scores.soundOf(score);
    List<String> stops = scores.stopSoundsOf(score);
    scores.deleteWhole(score);
    if (!scores.existsBySound(sound)) {
      sounds.remove(sound);
    }
    stops.stream().filter(name -> !scores.plays(name)).forEach(sounds::removeStop);
  }
}
