package school.kerygma.app.talk.lectern;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.RunningOrder;

/** Knows what stops play of their takes. Nothing here touches what was recorded. */
@Service
@Transactional
public class Arrangements {

  private final Arranged.Repository arranged;
  private final Arranged.CutRepository cuts;
  private final ApplicationEventPublisher events;

  Arrangements(
      Arranged.Repository arranged, Arranged.CutRepository cuts, ApplicationEventPublisher events) {
    this.arranged = arranged;
    this.cuts = cuts;
    this.events = events;
  }

  /** What the recorded stops of a walkthrough play, by stop. */
  @Transactional(readOnly = true)
  public Map<UUID, Arrangement> of(UUID walkthrough) {
    return of(Set.of(walkthrough));
  }

  /** What the recorded stops of walkthroughs play, by stop. */
  @Transactional(readOnly = true)
  public Map<UUID, Arrangement> of(Collection<UUID> walkthroughs) {
    Map<UUID, List<RunningOrder.Part>> parts = new LinkedHashMap<>();
    Set<UUID> recordings = new HashSet<>();
    for (Arranged stop : arranged.ofWalkthroughs(walkthroughs)) {
      parts.put(stop.stopId(), stop.parts());
      stop.parts().forEach(p -> recordings.add(p.recordingId()));
    }
    Map<UUID, Spans> spans = cutsOf(recordings);
    Map<UUID, Arrangement> all = new LinkedHashMap<>();
    parts.forEach(
        (stop, own) -> {
          if (!own.isEmpty()) {
            Map<UUID, Spans> cut = new HashMap<>();
            own.forEach(
                p -> {
                  Spans gone = spans.get(p.recordingId());
                  if (gone != null) {
                    cut.put(p.recordingId(), gone);
                  }
                });
            all.put(stop, new Arrangement(own, cut));
          }
        });
    return all;
  }

  /**
   * Lets a stop play something; who listens is told. Cuts belong to a recording, which several
   * stops may play: those that lie outside of what this stop plays are not its own, and stay.
   */
  public void arrange(UUID walkthrough, UUID stop, Arrangement arrangement) {
    play(walkthrough, stop, arrangement.parts());
    Map<UUID, Spans> own = new HashMap<>();
    arrangement.parts().forEach(p -> own.merge(p.recordingId(), Spans.of(p.span()), Spans::union));
    Map<UUID, Spans> before = cutsOf(own.keySet());
    own.forEach(
        (recording, spans) -> {
          Spans was = before.getOrDefault(recording, Spans.none());
          Spans now = arrangement.cuts().getOrDefault(recording, Spans.none());
          keep(recording, was.minus(spans).union(now.intersection(spans)));
        });
    events.publishEvent(new ArrangementChanged(walkthrough));
  }

  private void keep(UUID recording, Spans spans) {
    List<Arranged.Cut> kept = cuts.findByRecordingIdIn(Set.of(recording));
    List<Span> wished = spans.asList();
    cuts.deleteAll(kept.stream().filter(c -> !wished.contains(c.span())).toList());
    List<Span> there = kept.stream().map(Arranged.Cut::span).toList();
    wished.stream()
        .filter(s -> !there.contains(s))
        .forEach(s -> cuts.save(new Arranged.Cut(recording, s)));
  }

  /** What is cut out of recordings, whoever plays them. */
  @Transactional(readOnly = true)
  public Map<UUID, Spans> cutsOf(Collection<UUID> recordings) {
    Map<UUID, Spans> spans = new HashMap<>();
    if (!recordings.isEmpty()) {
      cuts.findByRecordingIdIn(recordings)
          .forEach(c -> spans.merge(c.recordingId(), Spans.of(c.span()), Spans::union));
    }
    return spans;
  }

  /** Lets a stop play parts of takes, with the cuts that there are. */
  void play(UUID walkthrough, UUID stop, List<RunningOrder.Part> parts) {
    Arranged own = arranged.findById(stop).orElseGet(() -> new Arranged(stop, walkthrough));
    if (!own.parts().equals(parts)) {
      own.play(parts);
      arranged.save(own);
    }
  }

  /** Whether a stop plays anything. */
  List<RunningOrder.Part> parts(UUID stop) {
    return arranged.findById(stop).map(Arranged::parts).orElse(List.of());
  }
}
