package school.kerygma.app.talk.scores;

import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.talk.lectern.RecordingsCopied;
import school.kerygma.core.There;

/** Copies captions as they were edited, with the recordings of a walkthrough that is copied. */
@Component
class CaptionCopies {

  private final CaptionTrack.Repository captions;

  CaptionCopies(CaptionTrack.Repository captions) {
    this.captions = captions;
  }

  @EventListener
  @Transactional
  void on(RecordingsCopied copied) {
    for (CaptionTrack track : captions.findByStopIdIn(copied.stops().keySet())) {
      UUID stop = There.in(copied.stops(), track.stopId());
      CaptionTrack copy =
          new CaptionTrack(
              stop,
              track.kind(),
              track.language(),
              track.basis(),
              copied.renamed(track.parts()),
              track.body());
      captions.save(copy);
    }
  }
}
