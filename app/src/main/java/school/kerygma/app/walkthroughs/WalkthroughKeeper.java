package school.kerygma.app.walkthroughs;

import java.util.List;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.store.MediaStore;
import school.kerygma.app.work.Nightly;
import school.kerygma.app.work.Shelf;

/**
 * Removes of walkthroughs what nobody plays any more: scores that were replaced, the pieces of
 * recordings that have been joined, and all of what was put away long ago.
 */
@Component
class WalkthroughKeeper {

  private final Walkthrough.Repository walkthroughs;
  private final Recording.Repository recordings;
  private final Score.Repository scores;
  private final MediaStore store;
  private final Shelf shelf;

  WalkthroughKeeper(
      Walkthrough.Repository walkthroughs,
      Recording.Repository recordings,
      Score.Repository scores,
      MediaStore store,
      Shelf shelf) {
    this.shelf = shelf;
    this.walkthroughs = walkthroughs;
    this.recordings = recordings;
    this.scores = scores;
    this.store = store;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    for (UUID recording : recordings.joined(night.yesterday())) {
      removePieces(recording);
      recordings.forgetPieces(recording);
    }
    for (UUID score : scores.replaced(night.yesterday())) {
      removeScore(score);
    }
    for (UUID walkthrough : shelf.before(Shelf.Of.WALKTHROUGH, night.emptied())) {
      recordings.ofWalkthrough(walkthrough).forEach(this::removeSound);
      scores.ofWalkthrough(walkthrough).forEach(this::removeScore);
      walkthroughs.deletePostings(walkthrough);
      walkthroughs.deleteWhole(walkthrough);
    }
  }

  private void removePieces(UUID recording) {
    List<Integer> pieces = recordings.soundPieces(recording);
    pieces.forEach(n -> store.delete(Recordings.piece(recording, n)));
  }

  private void removeSound(UUID recording) {
    removePieces(recording);
    store.delete(Recordings.sound(recording));
    store.delete(Recordings.loudness(recording));
  }

  private void removeScore(UUID score) {
    String sound = scores.soundOf(score);
    scores.deleteWhole(score);
    if (!scores.existsBySound(sound)) {
      Sounds.KINDS.forEach(kind -> store.delete(sound + "." + kind));
    }
  }
}
