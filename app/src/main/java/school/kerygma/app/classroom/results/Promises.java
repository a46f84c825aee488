package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.school.sections.SectionView;

/** By when a section's work for a task comes back, as its teacher has promised. */
@Component
@Transactional
public class Promises {

  /** A section's work for a task. */
  public record Key(UUID task, UUID section) {}

  private final JdbcClient sql;
  private final Clock clock;

  Promises(JdbcClient sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /** Of sections, those whose day is not over by the section's clock. */
  @Transactional(readOnly = true)
  Map<Key, LocalDate> of(Collection<SectionView> sections) {
    Map<Key, LocalDate> all = new HashMap<>(all(sections));
    Map<UUID, SectionView> byId =
        sections.stream().collect(Collectors.toMap(SectionView::id, Function.identity()));
    all.entrySet()
        .removeIf(
            e ->
                Optional.ofNullable(byId.get(e.getKey().section()))
                    .filter(s -> !e.getValue().isBefore(s.calendar().dateOf(clock.instant())))
                    .isEmpty());
    return all;
  }

  /** The same with those whose day is over: the evening does not forget them. */
  @Transactional(readOnly = true)
  Map<Key, LocalDate> all(Collection<SectionView> sections) {
    Map<Key, LocalDate> all = new HashMap<>();
    if (!sections.isEmpty()) {
      sql.sql("select task_id, section_id, day from promise where section_id in (:sections)")
          .param("sections", sections.stream().map(SectionView::id).toList())
          .query(
              (row, n) ->
                  all.put(
                      new Key(row.getObject(1, UUID.class), row.getObject(2, UUID.class)),
                      row.getObject(3, LocalDate.class)))
          .list();
    }
    return all;
  }

  /** Promises it; without a day nothing is promised any more. */
  public void promise(Key key, Optional<LocalDate> day) {
    if (day.isEmpty()) {
      sql.sql("delete from promise where task_id = ? and section_id = ?")
          .params(key.task(), key.section())
          .update();
      return;
    }
    sql.sql(
            "insert into promise (task_id, section_id, day) values (?, ?, ?)"
                + " on conflict (task_id, section_id) do update set day = excluded.day")
        .params(key.task(), key.section(), day.get())
        .update();
  }
}
