package school.kerygma.app.talk.lectern;

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

/** What was done during recordings. It is parsed once, and again only when pieces were added. */
@Component
class Traces {

  /** A recording's trace. */
  record Read(Trace trace, List<SoundLoss.Reading> clocks) {}

  /** About ten hours of much pointing, some tens of megabytes. */
  private static final long EVENTS_KNOWN = 400_000;

  private record Known(UUID track, int pieces) {}

  private final Track.Repository tracks;
  private final JsonMapper json;
  private final Cache<Known, Read> known =
      Caffeine.newBuilder()
          .maximumWeight(EVENTS_KNOWN)
          .weigher((Known key, Read read) -> 1 + read.trace().events().size())
          .build();

  Traces(Track.Repository tracks, JsonMapper json) {
    this.tracks = tracks;
    this.json = json;
  }

  Read of(UUID recording) {
    return tracks.named(List.of(recording), Track.TRACE).stream()
        .findFirst()
        .map(t -> known.get(new Known(t.id(), tracks.pieces(t.id()).size()), k -> parse(k.track())))
        .orElseGet(() -> new Read(new Trace(List.of()), List.of()));
  }

  private Read parse(UUID track) {
    List<TraceEvent> events = new ArrayList<>();
    List<SoundLoss.Reading> clocks = new ArrayList<>();
    for (String body : tracks.bodies(track)) {
      TraceReader.Piece piece = TraceReader.read(body, json);
      events.addAll(piece.events());
      clocks.addAll(piece.clocks());
    }
    return new Read(new Trace(events), List.copyOf(clocks));
  }
}
