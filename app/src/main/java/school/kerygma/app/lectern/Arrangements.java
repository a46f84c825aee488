package school.kerygma.app.lectern;

import java.util.ArrayList;
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
    Map<UUID, List<Span>> spans = new HashMap<>();
    if (!recordings.isEmpty()) {
      cuts.findByRecordingIdIn(recordings)
          .forEach(
              c -> spans.computeIfAbsent(c.recordingId(), r -> new ArrayList<>()).add(c.span()));
    }
    Map<UUID, Arrangement> all = new LinkedHashMap<>();
    parts.forEach(
        (stop, own) -> {
          if (!own.isEmpty()) {
            Map<UUID, Spans> cut = new HashMap<>();
            own.forEach(
                p -> {
                  List<Span> gone = spans.get(p.recordingId());
                  if (gone != null) {
                    cut.put(p.recordingId(), Spans.of(gone));
                  }
                });
            all.put(stop, new Arrangement(own, cut));
          }
        });
    return all;
  }

  /** Lets a stop play something; who listens is told. */
  public void arrange(UUID walkthrough, UUID stop, Arrangement arrangement) {
    play(walkthrough, stop, arrangement.parts());
    Set<UUID> recordings = new HashSet<>(arrangement.cuts().keySet());
    arrangement.parts().forEach(p -> recordings.add(p.recordingId()));
    List<Arranged.Cut> before = cuts.findByRecordingIdIn(recordings);
    for (UUID recording : recordings) {
      List<Span> own = arrangement.cuts().getOrDefault(recording, Spans.none()).asList();
      List<Arranged.Cut> kept =
          before.stream().filter(c -> c.recordingId().equals(recording)).toList();
      cuts.deleteAll(kept.stream().filter(c -> !own.contains(c.span())).toList());
      List<Span> there = kept.stream().map(Arranged.Cut::span).toList();
      own.stream()
          .filter(s -> !there.contains(s))
          .forEach(s -> cuts.save(new Arranged.Cut(recording, s)));
    }
    events.publishEvent(new ArrangementChanged(walkthrough));
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
