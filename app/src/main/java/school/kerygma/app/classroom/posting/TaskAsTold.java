package school.kerygma.app.classroom.posting;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.app.plan.planning.TaskSheet;

/** A task as students and families of a section were told of it. */
@Entity
@DynamicUpdate
@Table(name = "told_task")
class TaskAsTold {

  /**
   * One telling.
   *
   * @param round 0 as it went up, more with every change that was told
   */
  @Embeddable
  record Key(UUID deliveryId, UUID taskId, int round) implements Serializable {}

  @EmbeddedId private Key key;
  private String title;
  private String detail;
  private String place;
  private int minutes;
  private @Nullable Integer points;
  private Instant dueAt;
  private Instant toldAt;

  @SuppressWarnings("NullAway.Init")
  protected TaskAsTold() {}

  TaskAsTold(Key key, TaskSheet sheet, Instant dueAt, Instant toldAt) {
    this.key = key;
    this.title = sheet.title();
    this.detail = sheet.detail();
    this.place = sheet.place();
    this.minutes = sheet.minutes();
    this.points = sheet.points();
    this.dueAt = dueAt;
    this.toldAt = toldAt;
  }

  Key key() {
    return key;
  }

  Instant toldAt() {
    return toldAt;
  }

  /** What has changed since. */
  List<ChangesSinceTold.Change> since(TaskSheet sheet, Instant due) {
    return Stream.of(
            ChangesSinceTold.Change.of(ChangesSinceTold.What.TITLE, title, sheet.title()),
            ChangesSinceTold.Change.of(ChangesSinceTold.What.DUE, dueAt.toString(), due.toString()),
            ChangesSinceTold.Change.of(
                ChangesSinceTold.What.MINUTES,
                Integer.toString(minutes),
                Integer.toString(sheet.minutes())),
            ChangesSinceTold.Change.of(
                ChangesSinceTold.What.POINTS, written(points), written(sheet.points())),
            ChangesSinceTold.Change.of(ChangesSinceTold.What.PLACE, place, sheet.place()),
            ChangesSinceTold.Change.of(ChangesSinceTold.What.DETAIL, detail, sheet.detail()))
        .flatMap(Optional::stream)
        .toList();
  }

  private static String written(@Nullable Integer points) {
    return points == null ? "" : points.toString();
  }

  interface Repository extends JpaRepository<TaskAsTold, Key> {

    @Query(
        "select t from TaskAsTold t where t.key.deliveryId in :deliveries order by t.key.deliveryId, t.key.taskId, t.key.round")
    List<TaskAsTold> of(Collection<UUID> deliveries);
  }
}
