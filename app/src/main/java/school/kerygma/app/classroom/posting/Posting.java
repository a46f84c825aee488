package school.kerygma.app.classroom.posting;

import jakarta.persistence.CascadeType;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.LockModeType;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.hibernate.annotations.SQLRestriction;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.time.Moments;

/**
 * A walkthrough and tasks put up for sections. Its id is made by the form, so that it is posted
 * once.
 */
@Entity
@DynamicUpdate
class Posting implements Persistable<UUID> {

  @Id private UUID id;
  private UUID ownerId;
  private @Nullable UUID walkthroughId;
  private String toStudents;
  private String toFamilies;
  private Instant createdAt;
  private @Nullable Instant putAwayAt;

  /** Without the tasks that are put away. */
  @SQLRestriction("task_id in (select t.id from task t where t.put_away_at is null)")
  @ElementCollection
  @CollectionTable(name = "posting_task", joinColumns = @JoinColumn(name = "posting_id"))
  @Column(name = "task_id")
  private Set<UUID> tasks = new HashSet<>();

  /** Whether it is for some students of its sections; if those are gone it is for nobody. */
  private boolean forSome;

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "posting_student", joinColumns = @JoinColumn(name = "posting_id"))
  @Column(name = "student_id")
  private Set<UUID> students = new HashSet<>();

  @OneToMany(mappedBy = "posting", cascade = CascadeType.ALL)
  private List<Delivery> deliveries = new ArrayList<>();

  @SuppressWarnings("NullAway.Init")
  protected Posting() {}

  Posting(UUID id, UUID ownerId, PostingSheet sheet, Instant createdAt) {
    this.id = id;
    this.ownerId = ownerId;
    this.walkthroughId = sheet.walkthrough();
    this.toStudents = sheet.toStudents();
    this.toFamilies = sheet.toFamilies();
    this.createdAt = createdAt;
    this.tasks.addAll(sheet.tasks());
    this.forSome = !sheet.only().isEmpty();
    this.students.addAll(sheet.only());
    sheet
        .sections()
        .forEach((section, moments) -> deliveries.add(new Delivery(this, section, moments)));
  }

  @Override
  public UUID getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return true;
  }

  UUID ownerId() {
    return ownerId;
  }

  /**
   * Changes what goes with it. Tasks that are put away stay as they are; with what is for some
   * students none goes.
   */
  void change(Set<UUID> wanted, String toStudents, String toFamilies) {
    Set<UUID> chosen = forSome ? Set.of() : wanted;
    this.tasks.retainAll(chosen);
    this.tasks.addAll(chosen);
    this.toStudents = toStudents;
    this.toFamilies = toFamilies;
  }

  /** It is for all students of its sections from now on. */
  void forAll() {
    this.forSome = false;
    this.students.clear();
  }

  List<Delivery> deliveries() {
    return deliveries;
  }

  /** A talk that takes longer than this has failed: what goes with it is not held up by it. */
  private static final Duration LONGEST_WAIT = Duration.ofMinutes(30);

  /** The posting for one section. */
  @Entity(name = "Delivery")
  @DynamicUpdate
  static class Delivery {
    @Id @GeneratedValue private UUID id;
    @ManyToOne private Posting posting;
    private UUID sectionId;
    private Instant goesUpAt;
    private Instant dueAt;
    private @Nullable Instant closesAt;
    private @Nullable Instant withdrawnAt;

    /** Whether its walkthrough was still being put together when it was posted. */
    private boolean waits;

    private @Nullable Instant announcedAt;
    private int announcingFailed;
    private @Nullable Instant givenUpAt;

    @SuppressWarnings("NullAway.Init")
    protected Delivery() {}

    Delivery(Posting posting, UUID sectionId, Moments moments) {
      this.posting = posting;
      this.sectionId = sectionId;
      change(moments);
    }

    final void change(Moments moments) {
      this.goesUpAt = moments.goesUpAt();
      this.dueAt = moments.dueAt();
      this.closesAt = moments.closesAt().orElse(null);
    }

    void wait(boolean forTalk) {
      this.waits = forTalk;
    }

    /** Whether it would be up, and waits for its walkthrough; not for ever. */
    boolean waits(Instant now) {
      return waits && now.isBefore(goesUpAt.plus(LONGEST_WAIT));
    }

    UUID id() {
      return id;
    }

    Posting posting() {
      return posting;
    }

    void withdraw(Instant at) {
      this.withdrawnAt = at;
    }

    void putUpAgain() {
      this.withdrawnAt = null;
    }

    boolean announced() {
      return announcedAt != null;
    }

    void announce(Instant at) {
      this.announcedAt = at;
    }

    /** Nobody could be told of it; whether it will be tried again is said by {@code givenUp}. */
    void untold(int tries, @Nullable Instant givenUp) {
      this.announcingFailed = tries;
      this.givenUpAt = givenUp;
    }

    Moments moments() {
      return new Moments(goesUpAt, dueAt, Optional.ofNullable(closesAt));
    }

    DeliveryView view(Instant now) {
      return new DeliveryView(
          id,
          posting.id,
          posting.ownerId,
          sectionId,
          Optional.ofNullable(posting.walkthroughId),
          Set.copyOf(posting.tasks),
          moments(),
          withdrawnAt != null
              ? Moments.State.WITHDRAWN
              : waits(now) ? Moments.State.SCHEDULED : moments().stateAt(now),
          posting.toStudents,
          posting.toFamilies,
          announcingFailed > 0 && announcedAt == null,
          waits(now),
          posting.forSome ? Optional.of(Set.copyOf(posting.students)) : Optional.empty());
    }
  }

  interface Repository extends JpaRepository<Posting, UUID> {

    @Modifying
    @Query(value = "delete from posting where id = :id", nativeQuery = true)
    void deleteWhole(UUID id);

    @Modifying
    @Query(value = "delete from posting where walkthrough_id = :walkthrough", nativeQuery = true)
    void deleteOfWalkthrough(UUID walkthrough);

    @Query(
        value = "select exists (select 1 from posting_task where task_id = :task)",
        nativeQuery = true)
    boolean isPosted(UUID task);

    @Modifying
    @Query(value = "delete from posting_task where task_id = :task", nativeQuery = true)
    void leaveOut(UUID task);
  }

  interface DeliveryRepository extends JpaRepository<Delivery, UUID> {

    /** What waits for a walkthrough to be put together. */
    @Query(
        "select d.id from Delivery d where d.waits = true and d.posting.walkthroughId = :walkthrough")
    List<UUID> waiting(UUID walkthrough);

    /** To be changed: nobody else changes it meanwhile, as it goes up or is withdrawn. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from Delivery d where d.id = :id")
    Optional<Delivery> toChange(UUID id);

    @Query(
        value = "select section_id from delivery where posting_id = :posting",
        nativeQuery = true)
    List<UUID> sectionsOf(UUID posting);

    /** Sections in which the last minute of a delivery began between two moments. */
    @Query(
        "select distinct d.sectionId from Delivery d where d.closesAt > :from and d.closesAt <= :until")
    List<UUID> closed(Instant from, Instant until);

    String WHOLE =
        "select distinct d from Delivery d join fetch d.posting p left join fetch p.tasks where p.putAwayAt is null and ";

    @Query(WHOLE + "d.sectionId in :sections order by d.goesUpAt")
    List<Delivery> ofSections(Collection<UUID> sections);

    @Query(WHOLE + "p.id = :posting order by d.goesUpAt")
    List<Delivery> ofPosting(UUID posting);

    @Query(WHOLE + "p.walkthroughId in :walkthroughs order by d.goesUpAt")
    List<Delivery> ofWalkthroughs(Collection<UUID> walkthroughs);

    @Query(
        WHOLE
            + "d.announcedAt is not null and d.withdrawnAt is null and p.tasks is not empty"
            + " and not exists (select 1 from TaskAsTold t where t.key.deliveryId = d.id)")
    List<Delivery> neverTold();

    @Query(WHOLE + ":task member of p.tasks")
    List<Delivery> ofTask(UUID task);

    @Query(
        "select distinct d from Delivery d join fetch d.posting p join p.tasks t where t in :tasks and p.putAwayAt is null")
    List<Delivery> ofTasks(Collection<UUID> tasks);
  }
}
