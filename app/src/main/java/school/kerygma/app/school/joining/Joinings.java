package school.kerygma.app.school.joining;

import java.security.SecureRandom;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.MailKeys;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.joining.JoinCode;

/**
 * Lets people ask to be let into a section, and keeps what the teacher said. Nobody is taken for
 * somebody else because a name or an address is the same: that the teacher says.
 */
@Service
@Transactional
public class Joinings implements Remembers {

  static final int LONGEST = 120;

  /** More waiting than this is no class any more. */
  private static final int MOST_WAITING = 200;

  private static final Duration KEPT = Duration.ofDays(30);

  private static final String COLUMNS =
      "select id, section_id, kind, name, email, student_name, student_id, person_id, asked_by,"
          + " asked_at, state, answered_at, browser, card, opened_at, shown from join_request ";

  /** What is asked for. */
  public enum Kind {
    /** A place in the section. */
    STUDENT,
    /** To see a student's page as one who guards them. */
    GUARDIAN,
    /** A new card for a lost one. */
    CARD
  }

  enum State {
    WAITING,
    IN,
    REFUSED
  }

  /** A section's code, and whether it lets anybody ask now. */
  record Code(UUID section, JoinCode code, boolean open) {}

  /**
   * Somebody who asks.
   *
   * @param student of whom a guardian is one, if that is known
   * @param person who asks and is known; once let in, who they are
   * @param askedBy a guardian who asks for another
   */
  record Request(
      UUID id,
      UUID section,
      Kind kind,
      String name,
      Optional<String> email,
      String studentName,
      Optional<UUID> student,
      Optional<UUID> person,
      Optional<UUID> askedBy,
      Instant askedAt,
      State state,
      Optional<Instant> answeredAt,
      Optional<String> browser,
      int card,
      Optional<Instant> openedAt,
      int shown) {

    /**
     * Whether its waiting page opens the person's page in a browser, or would, were it not over.
     */
    boolean opensIn(Optional<String> asking) {
      return openedAt.isEmpty() && (browser.isEmpty() || browser.equals(asking));
    }
  }

  /** How many wait in a section. */
  public record Waiting(UUID id, String name, int waiting) {}

  /** What somebody types who asks. */
  public record Asked(Kind kind, String name, String email, String studentName) {}

  private final JdbcClient sql;
  private final People people;
  private final MailKeys keys;
  private final Clock clock;
  private final SecureRandom random = new SecureRandom();

  Joinings(JdbcClient sql, People people, MailKeys keys, Clock clock) {
    this.sql = sql;
    this.people = people;
    this.keys = keys;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  Optional<Code> of(UUID section) {
    return codes("where section_id = ?", section);
  }

  /** The section that a code lets ask, if it is turned on. */
  @Transactional(readOnly = true)
  Optional<Code> open(JoinCode code) {
    return codes("where code = ? and open", code.symbols());
  }

  private Optional<Code> codes(String where, Object value) {
    return sql.sql("select section_id, code, open from join_code " + where)
        .param(value)
        .query(
            (row, n) ->
                new Code(
                    row.getObject(1, UUID.class),
                    new JoinCode(row.getString(2)),
                    row.getBoolean(3)))
        .optional();
  }

  /**
   * Turns the code on or off. A section that has none gets one.
   *
   * @param fresh whether another takes the place of the one it has
   */
  public void turn(UUID section, boolean on, boolean fresh) {
    JoinCode code = JoinCode.random(random::nextInt);
    sql.sql(
            "insert into join_code (section_id, code, open) values (?, ?, ?) on conflict (section_id)"
                + " do update set open = excluded.open, code = case when ? then excluded.code else join_code.code end")
        .params(section, code.symbols(), on, fresh)
        .update();
  }

  /**
   * Somebody asks to be let in. The same once more, while it waits, is the same request.
   *
   * @param me who asks, if they are signed in
   * @param browser stands for the one in which they ask
   * @return the link of the page on which they wait
   */
  public String ask(UUID section, Asked asked, Optional<UUID> me, String browser) {
    String name = me.map(this::name).orElse(asked.name().strip());
    String email = asked.email().strip();
    String student = asked.studentName().strip();
    if (name.isEmpty() || name.length() > LONGEST || name.contains("@")) {
      throw Problem.refused("name").at("name");
    }
    if (!email.isEmpty() && !People.isAddress(email)) {
      throw Problem.refused("email").at("email");
    }
    if (asked.kind() == Kind.GUARDIAN && (student.isEmpty() || student.length() > LONGEST)) {
      throw Problem.refused("join-student").at("student");
    }
    String studentName = asked.kind() == Kind.GUARDIAN ? student : "";
    return keep(
        section, asked.kind(), name, email, studentName, null, me.orElse(null), null, browser);
  }

  /** A guardian asks that another one of a child be let in too. */
  String askForAnother(UUID section, UUID by, UUID student, String name, String email) {
    if (name.isBlank() || name.strip().length() > LONGEST || name.contains("@")) {
      throw Problem.refused("name").at("name");
    }
    if (!email.isBlank() && !People.isAddress(email)) {
      throw Problem.refused("email").at("email");
    }
    return keep(
        section,
        Kind.GUARDIAN,
        name.strip(),
        email.strip(),
        name(student),
        student,
        null,
        by,
        null);
  }

  private String name(UUID person) {
    return There.in(people.contacts(Set.of(person)), person).name();
  }

  private String keep(
      UUID section,
      Kind kind,
      String name,
      String email,
      String studentName,
      @Nullable UUID student,
      @Nullable UUID person,
      @Nullable UUID by,
      @Nullable String browser) {
    // One after the other, so that what is pressed twice is seen.
    sql.sql("select 1 from section where id = ? for update").param(section).query().singleRow();
    OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
    sql.sql("delete from join_request where asked_at < ?").param(now.minus(KEPT)).update();
    List<Request> waiting = waiting(section);
    Optional<Request> same =
        waiting.stream()
            .filter(
                r ->
                    r.kind() == kind
                        && r.name().equalsIgnoreCase(name)
                        && r.email().orElse("").equalsIgnoreCase(email)
                        && r.studentName().equalsIgnoreCase(studentName)
                        && r.person().equals(Optional.ofNullable(person))
                        && r.askedBy().equals(Optional.ofNullable(by)))
            .findFirst();
    // Two of one name are two people, unless they are known; a known one who asks twice is one.
    if (same.isPresent() && (person != null || by != null)) {
      return link(same.get().id());
    }
    if (waiting.size() >= MOST_WAITING) {
      throw Problem.conflict("join-full");
    }
    UUID id = UUID.randomUUID();
    sql.sql(
            "insert into join_request (id, section_id, kind, name, email, student_name, student_id,"
                + " person_id, asked_by, asked_at, state, browser, shown) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
        .param(id)
        .param(section)
        .param(kind.name())
        .param(name)
        .param(email.isEmpty() ? null : email)
        .param(studentName)
        .param(student)
        .param(person)
        .param(by)
        .param(now)
        .param(State.WAITING.name())
        .param(browser)
        .param(kind == Kind.CARD ? random.nextInt(100, 1_000) : null)
        .update();
    return link(id);
  }

  private String link(UUID request) {
    return keys.link("/join/asked", request);
  }

  /** The request that a link of a waiting page is about. */
  @Transactional(readOnly = true)
  Request byLink(String key) {
    return keys.about(key)
        .flatMap(id -> requests("where id = ?", id).stream().findFirst())
        .orElseThrow(() -> Problem.refused("join-gone"));
  }

  /** Who waits to be let in, as they asked. */
  @Transactional(readOnly = true)
  List<Request> waiting(UUID section) {
    return requests("where section_id = ? and state = 'WAITING'", section);
  }

  /** Those whom a guardian has asked for. */
  @Transactional(readOnly = true)
  List<Request> askedBy(UUID guardian) {
    return requests("where asked_by = ?", guardian);
  }

  /** How many wait in sections, in the order of these; those in which nobody waits are left out. */
  @Transactional(readOnly = true)
  public List<Waiting> waiting(List<SectionView> of) {
    if (of.isEmpty()) {
      return List.of();
    }
    Map<UUID, Integer> counts = new HashMap<>();
    sql.sql(
            "select section_id, count(*) from join_request where state = 'WAITING' and section_id in (:of) group by section_id")
        .param("of", of.stream().map(SectionView::id).toList())
        .query((row, n) -> counts.put(row.getObject(1, UUID.class), row.getInt(2)))
        .list();
    return of.stream()
        .filter(s -> counts.containsKey(s.id()))
        .map(s -> new Waiting(s.id(), s.name(), There.in(counts, s.id())))
        .toList();
  }

  List<Request> requests(String where, Object value) {
    return sql.sql(COLUMNS + where + " order by asked_at, id")
        .param(value)
        .query(Joinings::request)
        .list();
  }

  private static Request request(ResultSet row, int n) throws SQLException {
    return new Request(
        row.getObject("id", UUID.class),
        row.getObject("section_id", UUID.class),
        Kind.valueOf(row.getString("kind")),
        row.getString("name"),
        Optional.ofNullable(row.getString("email")),
        row.getString("student_name"),
        Optional.ofNullable(row.getObject("student_id", UUID.class)),
        Optional.ofNullable(row.getObject("person_id", UUID.class)),
        Optional.ofNullable(row.getObject("asked_by", UUID.class)),
        row.getObject("asked_at", OffsetDateTime.class).toInstant(),
        State.valueOf(row.getString("state")),
        Optional.ofNullable(row.getObject("answered_at", OffsetDateTime.class))
            .map(OffsetDateTime::toInstant),
        Optional.ofNullable(row.getString("browser")),
        row.getInt("card"),
        Optional.ofNullable(row.getObject("opened_at", OffsetDateTime.class))
            .map(OffsetDateTime::toInstant),
        row.getInt("shown"));
  }

  Optional<Request> requests(String where, UUID request, UUID section) {
    return sql.sql(COLUMNS + where).param(request).query(Joinings::request).optional().stream()
        .filter(r -> r.section().equals(section) && r.state() == State.WAITING)
        .findFirst();
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.theirs("join_request", "student_id"),
        Kept.theirs("join_request", "person_id"),
        Kept.theirs("join_request", "asked_by"));
  }

  @Override
  public String heading() {
    return "asked to be let in";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return requests("where person_id = ?", person).stream()
        .filter(r -> sight.sees(Gate.Kind.ROSTER, r.section()))
        .map(
            r ->
                Map.of(
                    "name",
                    r.name(),
                    "email",
                    r.email().orElse(""),
                    "student",
                    r.studentName(),
                    "at",
                    r.askedAt().toString()))
        .toList();
  }
}
