package school.kerygma.app.talk.lectern;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import school.kerygma.core.walkthrough.MarkChange;

/** What is different about a mark than when it was made. */
@Entity(name = "MarkChange")
@DynamicUpdate
class ChangedMark {

  @Id @GeneratedValue private UUID id;
  private UUID recordingId;
  private int number;
  private boolean gone;
  private @Nullable String words;
  private double dx;
  private double dy;
  private double larger;
  private long laterMs;

  @SuppressWarnings("NullAway.Init")
  protected ChangedMark() {}

  ChangedMark(UUID recordingId, int number) {
    this.recordingId = recordingId;
    this.number = number;
  }

  int number() {
    return number;
  }

  MarkChange change() {
    return new MarkChange(gone, Optional.ofNullable(words), dx, dy, larger, laterMs);
  }

  void become(MarkChange change) {
    this.gone = change.gone();
    this.words = change.words().orElse(null);
    this.dx = change.dx();
    this.dy = change.dy();
    this.larger = change.larger();
    this.laterMs = change.laterMs();
  }

  interface Repository extends JpaRepository<ChangedMark, UUID> {

    List<ChangedMark> findByRecordingId(UUID recording);

    Optional<ChangedMark> findByRecordingIdAndNumber(UUID recording, int number);
  }
}
