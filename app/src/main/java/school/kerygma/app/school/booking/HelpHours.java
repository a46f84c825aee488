package school.kerygma.app.school.booking;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.booking.BookableTimes;

/** Keeps help hours and who has booked which of their times: nobody has what another has. */
@Service
@Transactional
public class HelpHours implements Gate.CircleSource, Remembers {

  private static final int LONGEST = 120;

  /** Who may book. */
  public enum Whose {
    STUDENTS,
    FAMILIES,
    BOTH;

    boolean isForStudents() {
      return this != FAMILIES;
    }

    boolean isForFamilies() {
      return this != STUDENTS;
    }
  }

  /** What a teacher says of a help hour. */
  public record Sheet(
      String title,
      String place,
      Set<UUID> sections,
      Whose whose,
      LocalDate day,
      LocalTime begins,
      LocalTime ends,
      int minutes,
      int pause) {}

  /** A help hour with its times. */
  public record Hour(
      UUID id,
      UUID teacher,
      String title,
      String place,
      Set<UUID> sections,
      Whose whose,
      BookableTimes times,
      boolean calledOff,
      Instant changedAt) {

    public ZoneId zone() {
      return times.zone();
    }

    Instant over() {
      return times.times().getLast().ends();
    }
  }

  /**
   * A booking.
   *
   * @param number which time; nothing if it was given back
   * @param was which time it was last
   * @param changes how often it was moved, given back and booked again
   */
  public record Booking(
      UUID id,
      UUID hour,
      Optional<Integer> number,
      int was,
      UUID student,
      UUID by,
      int changes,
      Instant changedAt) {}

  /** A booking as a calendar is told of it, also once it is given back. */
  public record Booked(Hour hour, Booking booking, BookableTimes.Time time) {

    public boolean cancelled() {
      return hour.calledOff() || booking.number().isEmpty();
    }
  }

  private final JdbcClient sql;
  private final Sections sections;
  private final People people;
  private final Clock clock;

  HelpHours(JdbcClient sql, Sections sections, People people, Clock clock) {
    this.sql = sql;
    this.sections = sections;
    this.people = people;
    this.clock = clock;
  }

  /** Divides an hour for sections of a teacher. */
  public UUID divide(UUID teacher, Sheet sheet) {
    String title = sheet.title().strip();
    String place = sheet.place().strip();
    if (title.isEmpty() || title.length() > LONGEST) {
      throw Problem.refused("times-title").at("title");
    }
    if (place.length() > LONGEST) {
      throw Problem.refused("times-place").at("place");
    }
    List<SectionView> of = sections.among(sheet.sections());
    Set<ZoneId> zones = new HashSet<>();
    of.forEach(s -> zones.add(s.zone()));
    if (zones.size() != 1) {
      throw Problem.refused(zones.isEmpty() ? "times-sections" : "times-zones").at("section");
    }
    BookableTimes times = times(sheet, zones.iterator().next());
    if (!times.times().getLast().isOpen(clock.instant())) {
      throw Problem.refused("times-over").at("day");
    }
    UUID id = UUID.randomUUID();
    sql.sql(
            "insert into help_hour (id, teacher_id, title, place, day, begins, ends, minutes, pause,"
                + " zone, whose, called_off, changed_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, false, ?)")
        .params(
            id,
            teacher,
            title,
            place,
            times.day(),
            times.begins(),
            times.ends(),
            times.minutes(),
            times.pause(),
            times.zone().getId(),
            sheet.whose().name(),
            at(clock.instant()))
        .update();
    for (SectionView section : of) {
      sql.sql("insert into help_hour_section (help_hour_id, section_id) values (?, ?)")
          .params(id, section.id())
          .update();
    }
    return id;
  }

  private static BookableTimes times(Sheet sheet, ZoneId zone) {
    try {
      return new BookableTimes(
          sheet.day(), sheet.begins(), sheet.ends(), sheet.minutes(), sheet.pause(), zone);
    } catch (IllegalArgumentException e) {
      throw Problem.refused("times-none", BookableTimes.MOST).at("minutes");
    }
  }

  static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  @Transactional(readOnly = true)
  public List<Hour> ofTeacher(UUID teacher) {
    return hours("where teacher_id = :of", teacher);
  }

  /** The help hours of sections that are not over and not called off, those for one kind. */
  @Transactional(readOnly = true)
  public List<Hour> open(Collection<UUID> of, boolean families) {
    Instant now = clock.instant();
    return of.isEmpty()
        ? List.of()
        : hours(
                "where id in (select help_hour_id from help_hour_section where section_id in (:of))"
                    + " and not called_off and day >= :since",
                of)
            .stream()
            .filter(h -> families ? h.whose().isForFamilies() : h.whose().isForStudents())
            .filter(h -> now.isBefore(h.over()))
            .toList();
  }

  @Transactional(readOnly = true)
  public Optional<Hour> get(UUID id) {
    return hours("where id = :of", id).stream().findFirst();
  }

  private List<Hour> hours(String where, Object of) {
    Map<UUID, Set<UUID>> bySection = new HashMap<>();
    // What began two days ago by Greenwich is over in every zone.
    LocalDate since = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(2);
    sql.sql(
            "select help_hour_id, section_id from help_hour_section where help_hour_id in (select id from help_hour "
                + where
                + ")")
        .param("of", of)
        .param("since", since)
        .query(
            (row, n) ->
                bySection
                    .computeIfAbsent(row.getObject(1, UUID.class), added -> new HashSet<>())
                    .add(row.getObject(2, UUID.class)))
        .list();
    return sql.sql("select * from help_hour " + where + " order by day, begins, id")
        .param("of", of)
        .param("since", since)
        .query((row, n) -> hour(row, bySection))
        .list();
  }

  private static Hour hour(ResultSet row, Map<UUID, Set<UUID>> bySection) throws SQLException {
    UUID id = row.getObject("id", UUID.class);
    return new Hour(
        id,
        row.getObject("teacher_id", UUID.class),
        row.getString("title"),
        row.getString("place"),
        bySection.getOrDefault(id, Set.of()),
        Whose.valueOf(row.getString("whose")),
        new BookableTimes(
            row.getObject("day", LocalDate.class),
            row.getObject("begins", LocalTime.class),
            row.getObject("ends", LocalTime.class),
            row.getInt("minutes"),
            row.getInt("pause"),
            ZoneId.of(row.getString("zone"))),
        row.getBoolean("called_off"),
        row.getObject("changed_at", OffsetDateTime.class).toInstant());
  }

  /** The bookings of help hours, also those that were given back. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Booking>> bookings(Collection<UUID> hours) {
    Map<UUID, List<Booking>> byHour = new HashMap<>();
    if (!hours.isEmpty()) {
      bookings("where help_hour_id in (:of)", hours)
          .forEach(b -> byHour.computeIfAbsent(b.hour(), added -> new ArrayList<>()).add(b));
    }
    return byHour;
  }

  List<Booking> bookings(String where, Object of) {
    return sql.sql("select * from booking " + where + " order by number, changed_at")
        .param("of", of)
        .query(
            (row, n) ->
                new Booking(
                    row.getObject("id", UUID.class),
                    row.getObject("help_hour_id", UUID.class),
                    Optional.ofNullable(row.getObject("number", Integer.class)),
                    row.getInt("was"),
                    row.getObject("student_id", UUID.class),
                    row.getObject("booked_by", UUID.class),
                    row.getInt("changes"),
                    row.getObject("changed_at", OffsetDateTime.class).toInstant()))
        .list();
  }

  /** What the calendars of students, or of a teacher, are told. */
  @Transactional(readOnly = true)
  public List<Booked> told(Collection<UUID> students, Optional<UUID> teacher) {
    List<Booking> all =
        teacher
            .map(
                t ->
                    bookings(
                        "where help_hour_id in (select id from help_hour where teacher_id = :of)",
                        t))
            .orElseGet(
                () ->
                    students.isEmpty()
                        ? List.of()
                        : bookings("where student_id in (:of)", students));
    Map<UUID, Hour> hours = new HashMap<>();
    if (!all.isEmpty()) {
      hours("where id in (:of)", all.stream().map(Booking::hour).distinct().toList())
          .forEach(h -> hours.put(h.id(), h));
    }
    return all.stream()
        .map(
            b -> {
              Hour hour = There.in(hours, b.hour());
              return new Booked(hour, b, hour.times().times().get(b.was()));
            })
        .toList();
  }

  /** What a student had booked that was called off, until its time has passed. */
  @Transactional(readOnly = true)
  public List<Booked> calledOff(UUID student) {
    return told(Set.of(student), Optional.empty()).stream()
        .filter(t -> t.hour().calledOff() && t.booking().number().isPresent())
        .filter(t -> t.time().isOpen(clock.instant()))
        .toList();
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.HELP_HOUR);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    return get(id)
        .map(
            h -> {
              Set<UUID> students = new HashSet<>();
              sections.among(h.sections()).forEach(s -> students.addAll(s.students()));
              return new Circle(
                  h.teacher()::equals,
                  student -> h.whose().isForStudents() && students.contains(student),
                  guardian ->
                      h.whose().isForFamilies()
                          && people.studentsOf(guardian).stream().anyMatch(students::contains));
            })
        .orElse(Circle.NOBODY);
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.oneEach("booking", "student_id", "help_hour_id"),
        Kept.theirs("booking", "booked_by"),
        Kept.teachers("help_hour", "teacher_id"));
  }

  @Override
  public String heading() {
    return "booked times";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return told(Set.of(person), Optional.empty()).stream()
        .filter(t -> t.hour().sections().stream().anyMatch(s -> sight.sees(Gate.Kind.ROSTER, s)))
        .map(
            t ->
                Map.of(
                    "title",
                    t.hour().title(),
                    "starts",
                    t.time().starts().toString(),
                    "givenBack",
                    t.cancelled()))
        .toList();
  }
}
