package school.kerygma.app.classroom.term;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.core.audience.Pace;

/** By which rule sections keep pace. */
@Service
@Transactional
public class PaceRules {

  /**
   * A section's rule.
   *
   * @param since the first day of which a week counts
   */
  public record Held(Pace.Rule rule, LocalDate since) {}

  private final JdbcClient sql;

  PaceRules(JdbcClient sql) {
    this.sql = sql;
  }

  @Transactional(readOnly = true)
  Map<UUID, Held> of(Collection<UUID> sections) {
    Map<UUID, Held> held = new HashMap<>();
    if (!sections.isEmpty()) {
      sql.sql("select section_id, by_day, most, since from pace where section_id in (:sections)")
          .param("sections", sections)
          .query(
              (row, n) ->
                  held.put(
                      row.getObject(1, UUID.class),
                      new Held(
                          new Pace.Rule(DayOfWeek.valueOf(row.getString(2)), row.getInt(3)),
                          row.getObject(4, LocalDate.class))))
          .list();
    }
    return held;
  }

  @Transactional(readOnly = true)
  Optional<Held> of(UUID section) {
    return Optional.ofNullable(of(Set.of(section)).get(section));
  }

  /**
   * Sets or changes a section's rule. Another weekday holds from then on; another number of weeks
   * takes nothing back of what was missed.
   */
  public void set(UUID section, Pace.Rule rule, LocalDate since) {
    sql.sql(
            "insert into pace (section_id, by_day, most, since) values (?, ?, ?, ?)"
                + " on conflict (section_id) do update set by_day = excluded.by_day, most = excluded.most,"
                + " since = case when pace.by_day = excluded.by_day then pace.since else excluded.since end")
        .params(section, rule.by().name(), rule.most(), since)
        .update();
  }

  void end(UUID section) {
    sql.sql("delete from pace where section_id = ?").param(section).update();
  }
}
