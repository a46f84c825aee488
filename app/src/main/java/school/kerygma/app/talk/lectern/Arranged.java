package school.kerygma.app.talk.lectern;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Version;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;

/** What a stop plays of its takes. */
@Entity
@DynamicUpdate
class Arranged {

  @Id private UUID stopId;
  private UUID walkthroughId;

  @ElementCollection
  @CollectionTable(name = "arranged_part", joinColumns = @JoinColumn(name = "stop_id"))
  @OrderColumn(name = "position")
  private List<Part> parts = new ArrayList<>();

  @Version private @Nullable Integer version;

  @SuppressWarnings("NullAway.Init")
  protected Arranged() {}

  Arranged(UUID stopId, UUID walkthroughId) {
    this.stopId = stopId;
    this.walkthroughId = walkthroughId;
  }

  UUID stopId() {
    return stopId;
  }

  List<RunningOrder.Part> parts() {
    return parts.stream().map(p -> p.of(stopId)).toList();
  }

  void play(List<RunningOrder.Part> others) {
    parts.clear();
    others.forEach(p -> parts.add(Part.of(p)));
  }

  /** A stretch of a take, on its recording's clock. */
  @Embeddable
  record Part(UUID takeId, UUID recordingId, long startMs, long endMs, boolean soundOnly) {

    static Part of(RunningOrder.Part part) {
      return new Part(
          part.takeId(),
          part.recordingId(),
          part.span().startMs(),
          part.span().endMs(),
          part.soundOnly());
    }

    RunningOrder.Part of(UUID stop) {
      return new RunningOrder.Part(stop, takeId, recordingId, Span.of(startMs, endMs), soundOnly);
    }
  }

  /** A stretch of a recording that is not played. */
  @Entity(name = "RecordingCut")
  @DynamicUpdate
  static class Cut {
    @Id @GeneratedValue private UUID id;
    private UUID recordingId;
    private long startMs;
    private long endMs;

    @SuppressWarnings("NullAway.Init")
    protected Cut() {}

    Cut(UUID recordingId, Span span) {
      this.recordingId = recordingId;
      this.startMs = span.startMs();
      this.endMs = span.endMs();
    }

    UUID recordingId() {
      return recordingId;
    }

    Span span() {
      return Span.of(startMs, endMs);
    }
  }

  interface Repository extends JpaRepository<Arranged, UUID> {

    @Query(
        "select distinct a from Arranged a left join fetch a.parts where a.walkthroughId in :walkthroughs")
    List<Arranged> ofWalkthroughs(Collection<UUID> walkthroughs);
  }

  interface CutRepository extends JpaRepository<Cut, UUID> {

    List<Cut> findByRecordingIdIn(Collection<UUID> recordings);
  }
}
