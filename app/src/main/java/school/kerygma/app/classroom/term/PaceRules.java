package school.kerygma.app.classroom.term;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
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
   * A section's rules.
   *
   * @param rules by the first day of which a week counts under them
   */
  public record Held(NavigableMap<LocalDate, Pace.Rule> rules) {

    /** The one that holds. */
    public Pace.Rule rule() {
      return rules.lastEntry().getValue();
    }

    /** The first day of which a week counts. */
    public LocalDate since() {
      return rules.firstKey();
    }
  }

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
                  held.computeIfAbsent(
                          row.getObject(1, UUID.class), first -> new Held(new TreeMap<>()))
                      .rules()
                      .put(
                          row.getObject(4, LocalDate.class),
                          new Pace.Rule(DayOfWeek.valueOf(row.getString(2)), row.getInt(3))))
          .list();
    }
    return held;
  }

  @Transactional(readOnly = true)
  Optional<Held> of(UUID section) {
    return Optional.ofNullable(of(Set.of(section)).get(section));
  }

  /** Sets or changes a section's rule, from a day on: the weeks before it stay as they were. */
  public void set(UUID section, Pace.Rule rule, LocalDate since) {
    sql.sql(
            "insert into pace (section_id, by_day, most, since) values (?, ?, ?, ?)"
                + " on conflict (section_id, since) do update set by_day = excluded.by_day, most = excluded.most")
        .params(section, rule.by().name(), rule.most(), since)
        .update();
  }

  void end(UUID section) {
    sql.sql("delete from pace where section_id = ?").param(section).update();
  }
}
