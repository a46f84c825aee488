package school.kerygma.app.plan.planning;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** A live meeting, a lesson or an hour of help of one section. */
@Entity
@DynamicUpdate
class Session {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private UUID sectionId;
  private String title;
  private String place;
  private LocalDate day;
  private LocalTime starts;
  private LocalTime ends;
  private boolean required;
  private boolean cancelled;
  @Version private int version;

  @SuppressWarnings("NullAway.Init")
  protected Session() {}

  Session(UUID sectionId, SessionSheet sheet) {
    this.sectionId = sectionId;
    change(sheet);
  }

  final void change(SessionSheet sheet) {
    this.title = sheet.title();
    this.place = sheet.place();
    this.day = sheet.day();
    this.starts = sheet.starts();
    this.ends = sheet.ends();
    this.required = sheet.required();
  }

  void cancel() {
    this.cancelled = true;
  }

  UUID id() {
    return id;
  }

  UUID sectionId() {
    return sectionId;
  }

  SessionView view() {
    return new SessionView(
        id, sectionId, new SessionSheet(title, place, day, starts, ends, required), cancelled);
  }

  interface Repository extends JpaRepository<Session, UUID> {

    @Query(
        "select s from Session s where s.sectionId in :sections and s.day between :first and :last"
            + " order by s.day, s.starts")
    List<Session> between(Collection<UUID> sections, LocalDate first, LocalDate last);

    @Query("select s from Session s where s.sectionId = :section order by s.day, s.starts")
    List<Session> ofSection(UUID section);
  }
}
