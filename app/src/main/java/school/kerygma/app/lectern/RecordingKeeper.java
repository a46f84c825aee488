package school.kerygma.app.lectern;

import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.scripts.WalkthroughGone;
import school.kerygma.app.store.MediaStore;
import school.kerygma.app.work.Nightly;

/** Removes the pieces of recordings that have been joined, and recordings of what is gone. */
@Component
class RecordingKeeper {

  private final Recording.Repository recordings;
  private final MediaStore store;

  RecordingKeeper(Recording.Repository recordings, MediaStore store) {
    this.recordings = recordings;
    this.store = store;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    for (UUID recording : recordings.joined(night.yesterday())) {
      removePieces(recording);
      recordings.forgetPieces(recording);
    }
  }

  @EventListener
  @Transactional
  void on(WalkthroughGone gone) {
    for (UUID recording : recordings.ofWalkthrough(gone.walkthrough())) {
      removePieces(recording);
      store.delete(Recordings.sound(recording));
      store.delete(Recordings.loudness(recording));
    }
  }

  private void removePieces(UUID recording) {
    recordings.soundPieces(recording).forEach(n -> store.delete(Recordings.piece(recording, n)));
  }
}
