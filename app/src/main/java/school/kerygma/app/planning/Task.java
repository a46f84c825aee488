package school.kerygma.app.planning;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.time.DueRule;

/** A thing students do, and on which day each section does it. */
@Entity
class Task {

  @Id @GeneratedValue private UUID id;
  private UUID ownerId;
  private String title;
  private String detail;
  private int minutes;
  private @Nullable Integer points;
  private boolean required;
  private boolean inOrder;
  private @Nullable String due;
  private int position;
  private Instant createdAt;

  @ElementCollection
  @CollectionTable(name = "placement", joinColumns = @JoinColumn(name = "task_id"))
  @MapKeyColumn(name = "section_id")
  @Column(name = "day")
  private Map<UUID, LocalDate> days = new HashMap<>();

  @SuppressWarnings("NullAway.Init")
  protected Task() {}

  Task(UUID ownerId, TaskSheet sheet, int position, Instant createdAt) {
    this.ownerId = ownerId;
    this.position = position;
    this.createdAt = createdAt;
    change(sheet);
  }

  void change(TaskSheet sheet) {
    this.title = sheet.title();
    this.detail = sheet.detail();
    this.minutes = sheet.minutes();
    this.points = sheet.points();
    this.required = sheet.required();
    this.inOrder = sheet.inOrder();
    this.due = sheet.due().map(DueRule::text).orElse(null);
    this.days.keySet().retainAll(sheet.days().keySet());
    this.days.putAll(sheet.days());
  }

  UUID id() {
    return id;
  }

  Optional<LocalDate> dayOf(UUID section) {
    return Optional.ofNullable(days.get(section));
  }

  /** Puts the section's work on a day, or takes it out. */
  void place(UUID section, Optional<LocalDate> day) {
    day.ifPresentOrElse(d -> days.put(section, d), () -> days.remove(section));
  }

  UUID ownerId() {
    return ownerId;
  }

  TaskView view() {
    return new TaskView(
        id,
        ownerId,
        position,
        new TaskSheet(
            title,
            detail,
            minutes,
            points,
            required,
            inOrder,
            Optional.ofNullable(due).map(DueRule::parse),
            Map.copyOf(days)));
  }

  interface Repository extends JpaRepository<Task, UUID> {

    @Query(
        "select t from Task t left join fetch t.days where t.ownerId = :owner order by t.position")
    List<Task> ofOwner(UUID owner);

    @Query(
        "select distinct t from Task t left join fetch t.days where t.id in :ids order by t.position")
    List<Task> among(Collection<UUID> ids);

    @Query(
        value =
            "select distinct t.id from task t join placement p on p.task_id = t.id"
                + " where p.section_id in (:sections) and p.day between :first and :last",
        nativeQuery = true)
    List<UUID> idsIn(Collection<UUID> sections, LocalDate first, LocalDate last);

    @Query("select coalesce(max(t.position), 0) from Task t where t.ownerId = :owner")
    int lastPosition(UUID owner);
  }
}
