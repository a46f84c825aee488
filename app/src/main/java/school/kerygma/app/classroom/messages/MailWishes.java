package school.kerygma.app.classroom.messages;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.temporal.TemporalAdjusters;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
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

  void wish(UUID person, Wish wish, DayOfWeek day) {
    sql.sql(
            "insert into mail_wish (person_id, wish, day) values (?, ?, ?)"
                + " on conflict (person_id) do update set wish = excluded.wish, day = excluded.day, next_at = null")
        .params(person, wish.name(), day.name())
        .update();
  }

  /** Who wants a week letter, and on which evening. */
  @Transactional(readOnly = true)
  Map<UUID, DayOfWeek> weekly() {
    Map<UUID, DayOfWeek> days = new HashMap<>();
    sql.sql("select person_id, day from mail_wish where wish = 'WEEKLY'")
        .query(
            (row, n) -> days.put(row.getObject(1, UUID.class), DayOfWeek.valueOf(row.getString(2))))
        .list();
    return days;
  }

  /** Whose week letter is to be written until a moment, and who has not been looked at yet. */
  @Transactional(readOnly = true)
  Map<UUID, DayOfWeek> due(Instant until) {
    Map<UUID, DayOfWeek> days = new HashMap<>();
    sql.sql(
            "select person_id, day from mail_wish where wish = 'WEEKLY' and (next_at is null or next_at <= ?)")
        .param(until.atOffset(ZoneOffset.UTC))
        .query(
            (row, n) -> days.put(row.getObject(1, UUID.class), DayOfWeek.valueOf(row.getString(2))))
        .list();
    return days;
  }

  /** Nobody need look at somebody's week letter before. */
  void notBefore(UUID person, Instant next) {
    sql.sql("update mail_wish set next_at = ? where person_id = ?")
        .params(next.atOffset(ZoneOffset.UTC), person)
        .update();
  }

  @Transactional(readOnly = true)
  Set<UUID> none() {
    return new HashSet<>(
        sql.sql("select person_id from mail_wish where wish = 'NONE'").query(UUID.class).list());
  }

  /** The next evening of a week letter, by the school's clock. */
  static Instant next(DayOfWeek on, SchoolCalendar calendar, Instant now) {
    LocalDate day = calendar.dateOf(now).with(TemporalAdjusters.nextOrSame(on));
    Instant at = calendar.at(day, AT);
    return at.isAfter(now) ? at : calendar.at(day.plusWeeks(1), AT);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.oneEach("mail_wish", "person_id"));
  }
}
