package school.kerygma.app.talk.lectern;

import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scripts.WalkthroughGone;
import school.kerygma.media.picture.Pictures;

/** Removes the pieces of recordings that have been joined, and recordings of what is gone. */
@Component
class RecordingKeeper implements OnShelf {

  /** Whoever cuts a stop weeks later waits some seconds more. */
  private static final Duration STRETCHES_KEPT = Duration.ofDays(7);

  private final Recording.Repository recordings;
  private final Track.Repository tracks;
  private final Shelf shelf;
  private final MediaStore store;

  RecordingKeeper(
      Recording.Repository recordings, Track.Repository tracks, Shelf shelf, MediaStore store) {
    this.shelf = shelf;
    this.tracks = tracks;
    this.recordings = recordings;
    this.store = store;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    for (UUID track : tracks.joined(night.yesterday())) {
      removePieces(track);
      tracks.forgetPieces(track);
    }
    for (UUID id : shelf.before(Shelf.Of.RECORDING, night.emptied())) {
      Recording recording = recordings.locked(id);
      recording.discard();
      for (Track track : tracks.ofRecording(id)) {
        removePieces(track.id());
        tracks.forgetPieces(track.id());
      }
    }
  }

  @EventListener
  void forgetStretches(Nightly night) {
    store.deleteBefore(Track.STRETCHES, Instant.now().minus(STRETCHES_KEPT), name -> true);
  }

  /** How loud a take is is measured again if anybody asks for it later. */
  @EventListener
  void forgetLevels(Nightly night) {
    store.deleteBefore(Track.LEVELS, Instant.now().minus(Nightly.UNDO), name -> true);
  }

  @EventListener
  @Transactional
  void on(WalkthroughGone gone) {
    for (UUID recording : recordings.ofWalkthrough(gone.walkthrough())) {
      for (Track track : tracks.ofRecording(recording)) {
        removePieces(track.id());
        store.delete(Track.whole(track.id()));
        store.delete(Track.listen(track.id()));
        for (Pictures.Kind kind : Pictures.Kind.values()) {
          store.delete(Track.pictures(track.id(), kind));
        }
        store.delete(Track.loudness(track.id()));
      }
    }
  }

  private void removePieces(UUID track) {
    tracks.pieces(track).forEach(n -> store.delete(Track.piece(track, n)));
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.RECORDING;
  }

  @Override
  public String title() {
    return "(select w.title from walkthrough w where w.id = recording.walkthrough_id)";
  }

  @Override
  public String owner() {
    return "(select w.owner_id from walkthrough w where w.id = recording.walkthrough_id)";
  }
}
