package school.kerygma.app.school.sections;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.MapKeyColumn;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.core.time.SchoolDay;

/** A school and its clock. */
@Entity
@DynamicUpdate
class School {

  @Id @GeneratedValue private UUID id;
  private String name;
  private String zone;

  /** How long what students did, and what was written, is kept. */
  private int keepDays = 400;

  @Enumerated(EnumType.STRING)
  private Hears hears = Hears.ON_PAGE;

  /** The letters for percents, as they are written. */
  private String letters = "";

  private @Nullable UUID founderId;

  @SuppressWarnings("NullAway.Init")
  protected School() {}

  School(String name, ZoneId zone, @Nullable UUID founderId) {
    this.name = name;
    this.zone = zone.getId();
    this.founderId = founderId;
  }

  Optional<UUID> founder() {
    return Optional.ofNullable(founderId);
  }

  UUID id() {
    return id;
  }

  String name() {
    return name;
  }

  int keepDays() {
    return keepDays;
  }

  /** What families hear of a child who did not answer the roll call. */
  Hears hears() {
    return hears;
  }

  void letHear(Hears what) {
    this.hears = what;
  }

  LetterScale letters() {
    return LetterScale.parse(letters);
  }

  void name(LetterScale scale) {
    this.letters = scale.toString();
  }

  void keep(int days) {
    this.keepDays = days;
  }

  ZoneId zone() {
    return ZoneId.of(zone);
  }

  /**
   * The calendar of a term.
   *
   * @param daysOff with their names, which may be empty
   */
  static SchoolCalendar calendar(
      ZoneId zone,
      LocalDate firstMonday,
      int weeks,
      Map<LocalDate, String> daysOff,
      SchoolDay day) {
    Map<LocalDate, String> named = new HashMap<>(daysOff);
    named.values().removeIf(String::isEmpty);
    return new SchoolCalendar(zone, firstMonday, weeks, daysOff.keySet(), day, named);
  }

  /** A term of a school. */
  @Entity(name = "Term")
  @DynamicUpdate
  static class Term {

    @Id @GeneratedValue private UUID id;
    @ManyToOne private School school;
    private String name;
    private LocalDate firstMonday;
    private int weeks;

    @ElementCollection
    @CollectionTable(name = "term_day_off", joinColumns = @JoinColumn(name = "term_id"))
    @MapKeyColumn(name = "day")
    @Column(name = "name")
    private Map<LocalDate, String> daysOff = new HashMap<>();

    private LocalTime dayBegins = SchoolDay.USUAL.begins();
    private LocalTime dayEnds = SchoolDay.USUAL.ends();

    @ElementCollection
    @CollectionTable(name = "term_early_day", joinColumns = @JoinColumn(name = "term_id"))
    @MapKeyColumn(name = "day")
    @Column(name = "closes")
    private Map<LocalDate, LocalTime> early = new HashMap<>();

    @SuppressWarnings("NullAway.Init")
    protected Term() {}

    Term(
        School school,
        String name,
        LocalDate firstMonday,
        int weeks,
        Map<LocalDate, String> daysOff) {
      this.school = school;
      this.name = name;
      this.firstMonday = firstMonday;
      this.weeks = weeks;
      this.daysOff.putAll(daysOff);
    }

    UUID id() {
      return id;
    }

    School school() {
      return school;
    }

    String name() {
      return name;
    }

    /** Days without school with their names, which may be empty. */
    Map<LocalDate, String> daysOff() {
      return daysOff;
    }

    Map<LocalDate, LocalTime> early() {
      return early;
    }

    void change(
        String name, LocalDate firstMonday, int weeks, LocalTime dayBegins, LocalTime dayEnds) {
      this.name = name;
      this.firstMonday = firstMonday;
      this.weeks = weeks;
      this.dayBegins = dayBegins;
      this.dayEnds = dayEnds;
    }

    SchoolCalendar calendar() {
      return School.calendar(
          school.zone(), firstMonday, weeks, daysOff, new SchoolDay(dayBegins, dayEnds, early));
    }
  }
}
