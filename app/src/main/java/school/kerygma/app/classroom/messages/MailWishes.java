package school.kerygma.app.classroom.messages;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.temporal.TemporalAdjusters;
import java.util.HashSet;
import java.util.List;
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

  /** When the week's letter goes (common practice: before the new week). */
  private static final LocalTime SUNDAY_AT = LocalTime.of(17, 0);

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

  void wish(UUID person, Wish wish) {
    sql.sql(
            "insert into mail_wish (person_id, wish) values (?, ?) on conflict (person_id) do update set wish = excluded.wish")
        .params(person, wish.name())
        .update();
  }

  Set<UUID> weekly() {
    return who(Wish.WEEKLY);
  }

  Set<UUID> none() {
    return who(Wish.NONE);
  }

  private Set<UUID> who(Wish wish) {
    return new HashSet<>(
        sql.sql("select person_id from mail_wish where wish = ?")
            .param(wish.name())
            .query(UUID.class)
            .list());
  }

  /** The next Sunday evening by the school's clock. */
  static Instant sunday(SchoolCalendar calendar, Instant now) {
    LocalDate day = calendar.dateOf(now).with(TemporalAdjusters.nextOrSame(DayOfWeek.SUNDAY));
    Instant at = calendar.at(day, SUNDAY_AT);
    return at.isAfter(now) ? at : calendar.at(day.plusWeeks(1), SUNDAY_AT);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.oneEach("mail_wish", "person_id"));
  }
}
