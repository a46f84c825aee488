package school.kerygma.app.classroom.messages;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.core.time.SchoolCalendar;

/** How often families want to be written to. What they asked for themselves always comes. */
@Component
@Transactional
public class MailWishes implements Keeps {

  /** What can be wished. */
  public enum Wish {
    EVENING,
    DAILY,
    WEEKLY,
    NONE
  }

  /** The evening of a week letter that nobody has chosen: common practice, before the new week. */
  private static final DayOfWeek USUAL = DayOfWeek.SUNDAY;

  /** When it goes. */
  static final LocalTime AT = LocalTime.of(17, 0);

  private final JdbcClient sql;

  MailWishes(JdbcClient sql) {
    this.sql = sql;
  }

  @Transactional(readOnly = true)
  public Wish of(UUID person) {
    return sql.sql("select wish from mail_wish where person_id = ?")
        .param(person)
        .query(String.class)
        .optional()
        .map(Wish::valueOf)
        .orElse(Wish.EVENING);
  }

  /** On which evening somebody wants their week letter. */
  @Transactional(readOnly = true)
  public DayOfWeek day(UUID person) {
    return sql.sql("select day from mail_wish where person_id = ?")
        .param(person)
        .query(String.class)
        .optional()
        .map(DayOfWeek::valueOf)
        .orElse(USUAL);
  }

  /**
   * When somebody gets a letter with everything.
   *
   * @param on the weekday of a week letter; nothing for the evening of each weekday but Saturday
   *     and Sunday
   */
  record Rhythm(Optional<DayOfWeek> on) {

    private static Rhythm read(ResultSet row, int column) throws SQLException {
      return Wish.valueOf(row.getString(column)) == Wish.DAILY
          ? new Rhythm(Optional.empty())
          : new Rhythm(Optional.of(DayOfWeek.valueOf(row.getString(column + 1))));
    }

    boolean isDaily() {
      return on.isEmpty();
    }

    private boolean has(LocalDate day) {
      return on.map(day.getDayOfWeek()::equals)
          .orElse(day.getDayOfWeek().getValue() <= DayOfWeek.FRIDAY.getValue());
    }

    /** The last day of a letter, up to a day. */
    LocalDate last(LocalDate day) {
      return has(day) ? day : last(day.minusDays(1));
    }

    /** The next evening of a letter, by the school's clock. */
    Instant next(SchoolCalendar calendar, Instant now) {
      LocalDate day = calendar.dateOf(now);
      while (!has(day) || !calendar.at(day, AT).isAfter(now)) {
        day = day.plusDays(1);
      }
      return calendar.at(day, AT);
    }
  }

  void wish(UUID person, Wish wish, DayOfWeek day) {
    sql.sql(
            "insert into mail_wish (person_id, wish, day) values (?, ?, ?)"
                + " on conflict (person_id) do update set wish = excluded.wish, day = excluded.day, next_at = null")
        .params(person, wish.name(), day.name())
        .update();
  }

  /** Who wants a letter with everything, and on which evenings. */
  @Transactional(readOnly = true)
  Map<UUID, Rhythm> rhythms() {
    Map<UUID, Rhythm> all = new HashMap<>();
    sql.sql("select person_id, wish, day from mail_wish where wish in ('WEEKLY', 'DAILY')")
        .query((row, n) -> all.put(row.getObject(1, UUID.class), Rhythm.read(row, 2)))
        .list();
    return all;
  }

  /** Whose letter is to be written until a moment, and who has not been looked at yet. */
  @Transactional(readOnly = true)
  Map<UUID, Rhythm> due(Instant until) {
    Map<UUID, Rhythm> all = new HashMap<>();
    sql.sql(
            "select person_id, wish, day from mail_wish where wish in ('WEEKLY', 'DAILY')"
                + " and (next_at is null or next_at <= ?)")
        .param(until.atOffset(ZoneOffset.UTC))
        .query((row, n) -> all.put(row.getObject(1, UUID.class), Rhythm.read(row, 2)))
        .list();
    return all;
  }

  /** Nobody need look at the letters of some people before. */
  void notBefore(Set<UUID> people, Instant next) {
    sql.sql("update mail_wish set next_at = :next where person_id in (:people)")
        .param("next", next.atOffset(ZoneOffset.UTC))
        .param("people", people)
        .update();
  }

  @Transactional(readOnly = true)
  Set<UUID> none() {
    return new HashSet<>(
        sql.sql("select person_id from mail_wish where wish = 'NONE'").query(UUID.class).list());
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.oneEach("mail_wish", "person_id"));
  }
}
