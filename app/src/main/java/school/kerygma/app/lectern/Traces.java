package school.kerygma.app.lectern;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceEvent;
import tools.jackson.databind.json.JsonMapper;

/** What was done during recordings. Of one that has ended nothing changes: it is parsed once. */
@Component
class Traces {

  /** A recording's trace. */
  record Read(Trace trace, List<SoundLoss.Reading> clocks) {}

  /** About ten hours of much pointing, some tens of megabytes. */
  private static final long EVENTS_KNOWN = 400_000;

  private final Recording.Repository recordings;
  private final Track.Repository tracks;
  private final JsonMapper json;
  private final Cache<UUID, Read> known =
      Caffeine.newBuilder()
          .maximumWeight(EVENTS_KNOWN)
          .weigher((UUID id, Read read) -> 1 + read.trace().events().size())
          .build();

  Traces(Recording.Repository recordings, Track.Repository tracks, JsonMapper json) {
    this.recordings = recordings;
    this.tracks = tracks;
    this.json = json;
  }

  Read of(UUID recording) {
    boolean open =
        recordings.findById(recording).filter(r -> r.state() == Recording.State.OPEN).isPresent();
    return open ? parse(recording) : known.get(recording, this::parse);
  }

  private Read parse(UUID recording) {
    List<TraceEvent> events = new ArrayList<>();
    List<SoundLoss.Reading> clocks = new ArrayList<>();
    for (Track track : tracks.named(List.of(recording), Track.TRACE)) {
      for (String body : tracks.bodies(track.id())) {
        TraceReader.Piece piece = TraceReader.read(body, json);
        events.addAll(piece.events());
        clocks.addAll(piece.clocks());
      }
    }
    return new Read(new Trace(events), List.copyOf(clocks));
  }
}
