package school.kerygma.app.plan.planning;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.hibernate.annotations.SQLRestriction;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.plan.UnitWeeks;
import school.kerygma.core.time.DueRuleText;

/** A thing students do, and on which day each section does it. What is put away is not seen. */
@Entity
@DynamicUpdate
@SQLRestriction("put_away_at is null")
class Task {

  /** A section's day, and what it does otherwise. */
  @Embeddable
  record Placement(
      LocalDate day,
      @Nullable String detail,
      @Nullable Integer minutes,
      @Nullable Integer points,
      @Nullable String due,
      @Nullable String place) {

    static Placement of(LocalDate day, TaskSheet.Difference other) {
      return new Placement(
          day,
          other.detail(),
          other.minutes(),
          other.points(),
          other.due().map(DueRuleText::write).orElse(null),
          other.place());
    }

    Placement on(LocalDate other) {
      return new Placement(other, detail, minutes, points, due, place);
    }
  }

  /** One of several ways, and the stop that explains it. */
  @Embeddable
  record Way(UUID id, String text, @Nullable UUID stopId, int daysBefore) {}

  /** A paper that one section reads instead of what all read. */
  @Embeddable
  record OtherPaper(UUID sectionId, UUID handoutId) {}

  @Id @GeneratedValue private UUID id;
  private UUID ownerId;
  private String title;
  private String detail;
  private int minutes;
  private int answers;
  private @Nullable Integer points;
  private String kind;

  @Enumerated(EnumType.STRING)
  private PointsFor pointsFor;

  private boolean required;

  @Enumerated(EnumType.STRING)
  private Opens opens;

  private @Nullable LocalDate unitFirst;
  private @Nullable LocalDate unitLast;
  private String word;
  private @Nullable String due;
  private int improve;
  private String place;
  private String handIn;
  private int pick;
  private int position;
  private Instant createdAt;
  @Version private int version;

  @ElementCollection
  @CollectionTable(name = "placement", joinColumns = @JoinColumn(name = "task_id"))
  @MapKeyColumn(name = "section_id")
  private Map<UUID, Placement> days = new HashMap<>();

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "task_way", joinColumns = @JoinColumn(name = "task_id"))
  @OrderColumn(name = "position")
  private List<Way> ways = new ArrayList<>();

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "task_handout", joinColumns = @JoinColumn(name = "task_id"))
  @Column(name = "handout_id")
  private Set<UUID> handouts = new HashSet<>();

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "task_section_handout", joinColumns = @JoinColumn(name = "task_id"))
  private Set<OtherPaper> otherPapers = new HashSet<>();

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "task_key", joinColumns = @JoinColumn(name = "task_id"))
  @Column(name = "handout_id")
  private Set<UUID> keys = new HashSet<>();

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "task_after", joinColumns = @JoinColumn(name = "task_id"))
  @Column(name = "after_id")
  private Set<UUID> after = new HashSet<>();

  @SuppressWarnings("NullAway.Init")
  protected Task() {}

  Task(UUID ownerId, TaskSheet sheet, int position, Instant createdAt) {
    this.ownerId = ownerId;
    this.position = position;
    this.createdAt = createdAt;
    change(sheet);
  }

  final void change(TaskSheet sheet) {
    this.title = sheet.title();
    this.detail = sheet.detail();
    this.minutes = sheet.minutes();
    this.answers = sheet.answers();
    this.points = sheet.points();
    this.kind = sheet.kind();
    this.pointsFor = sheet.pointsFor();
    this.required = sheet.required();
    this.opens = sheet.opens();
    this.unitFirst = sheet.unit().map(UnitWeeks::first).orElse(null);
    this.unitLast = sheet.unit().map(UnitWeeks::last).orElse(null);
    this.word = sheet.word();
    this.due = sheet.due().map(DueRuleText::write).orElse(null);
    this.improve = sheet.improve();
    this.place = sheet.place();
    this.handIn = sheet.handIn().map(HandInRule::toString).orElse("");
    this.pick = sheet.board().map(ChoiceBoard::pick).orElse(0);
    List<Way> offered =
        sheet.board().stream()
            .flatMap(b -> b.ways().stream())
            .map(w -> new Way(w.id(), w.text(), w.stop().orElse(null), w.daysBefore()))
            .toList();
    if (!offered.equals(ways)) {
      this.ways.clear();
      this.ways.addAll(offered);
    }
    this.after.retainAll(sheet.after());
    this.after.addAll(sheet.after());
    this.handouts.retainAll(sheet.handouts());
    this.handouts.addAll(sheet.handouts());
    this.keys.retainAll(sheet.keys());
    this.keys.addAll(sheet.keys());
    Set<OtherPaper> others = new HashSet<>();
    sheet
        .differs()
        .forEach((section, d) -> d.handouts().forEach(h -> others.add(new OtherPaper(section, h))));
    this.otherPapers.retainAll(others);
    this.otherPapers.addAll(others);
    this.days.keySet().retainAll(sheet.days().keySet());
    sheet
        .days()
        .forEach(
            (section, day) ->
                days.put(
                    section,
                    Placement.of(
                        day, sheet.differs().getOrDefault(section, TaskSheet.Difference.NONE))));
  }

  UUID id() {
    return id;
  }

  int version() {
    return version;
  }

  Set<UUID> sections() {
    return Set.copyOf(days.keySet());
  }

  boolean isPlaced() {
    return !days.isEmpty();
  }

  Optional<LocalDate> dayOf(UUID section) {
    return Optional.ofNullable(days.get(section)).map(Placement::day);
  }

  /** Puts the section's work on a day, or takes it out. */
  void place(UUID section, Optional<LocalDate> day) {
    day.ifPresentOrElse(
        d ->
            days.merge(
                section,
                Placement.of(d, TaskSheet.Difference.NONE),
                (before, fresh) -> before.on(fresh.day())),
        () -> {
          days.remove(section);
          otherPapers.removeIf(p -> p.sectionId().equals(section));
        });
  }

  UUID ownerId() {
    return ownerId;
  }

  interface Repository extends JpaRepository<Task, UUID> {

    /** Also of one that is put away. */
    @Query(value = "select section_id from placement where task_id = :task", nativeQuery = true)
    List<UUID> sectionsOf(UUID task);

    @Query(
        value =
            "select t.id from task t where exists"
                + " (select 1 from placement p where p.task_id = t.id and p.section_id in (:sections))"
                + " and (t.title ilike :like or t.detail ilike :like) order by t.created_at desc limit 50",
        nativeQuery = true)
    List<UUID> idsWith(Collection<UUID> sections, String like);

    @Modifying
    @Query(value = "delete from task where id = :id", nativeQuery = true)
    void deleteWhole(UUID id);

    @Query(
        "select t.id from Task t where :handout member of t.handouts"
            + " or exists (select 1 from t.otherPapers p where p.handoutId = :handout)")
    List<UUID> reading(UUID handout);

    @Query("select t.id from Task t where :handout member of t.keys")
    List<UUID> keyed(UUID handout);

    /** Every task with every Monday of a week in which it stands. */
    @Query(
        value =
            "select distinct p.task_id, p.day - extract(isodow from p.day)::int + 1"
                + " from placement p join task t on t.id = p.task_id and t.put_away_at is null where p.section_id in (:sections)",
        nativeQuery = true)
    List<Object[]> daysOf(Collection<UUID> sections);

    /** Tasks without a day are listed too: they are not forgotten. */
    @Query(
        value =
            "select t.id from task t where t.owner_id = :owner and (not exists (select 1 from placement p where p.task_id = t.id)"
                + " or exists (select 1 from placement p where p.task_id = t.id and p.day between :first and :last))",
        nativeQuery = true)
    List<UUID> idsOfOwner(UUID owner, LocalDate first, LocalDate last);

    @Query(
        value =
            "select p.section_id from placement p where p.task_id = (select t.id from task t"
                + " where t.owner_id = :owner and t.put_away_at is null order by t.position desc limit 1)",
        nativeQuery = true)
    List<UUID> sectionsOfLast(UUID owner);

    @Query("select coalesce(max(t.position), 0) from Task t where t.ownerId = :owner")
    int lastPosition(UUID owner);
  }
}
