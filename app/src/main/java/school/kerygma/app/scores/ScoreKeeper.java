package school.kerygma.app.scores;

import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.scripts.WalkthroughGone;
import school.kerygma.app.store.MediaStore;
import school.kerygma.app.work.Nightly;

/** Removes scores that nobody plays any more, and the sounds that no score plays. */
@Component
class ScoreKeeper {

  private final Score.Repository scores;
  private final MediaStore store;

  ScoreKeeper(Score.Repository scores, MediaStore store) {
    this.scores = scores;
    this.store = store;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    scores.replaced(night.yesterday()).forEach(this::remove);
  }

  @EventListener
  @Transactional
  void on(WalkthroughGone gone) {
    scores.ofWalkthrough(gone.walkthrough()).forEach(this::remove);
  }

  private void remove(UUID score) {
    String sound = scores.soundOf(score);
    scores.deleteWhole(score);
    if (!scores.existsBySound(sound)) {
      Sounds.KINDS.forEach(kind -> store.delete(sound + "." + kind));
    }
  }
}
