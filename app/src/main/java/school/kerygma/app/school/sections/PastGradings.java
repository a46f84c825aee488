package school.kerygma.app.school.sections;

import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.core.plan.Grading;

/** What sections' grades were made of before they were changed: a new rule holds from then on. */
@Component
@Transactional
public class PastGradings {

  /** One that held until a moment. */
  public record Until(Instant moment, Grading grading) {}

  private final JdbcClient sql;
  private final Clock clock;

  PastGradings(JdbcClient sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /** Those of a section, the oldest first. */
  @Transactional(readOnly = true)
  public List<Until> of(UUID section) {
    return sql.sql(
            "select until_at, grading from grading_past where section_id = ? order by until_at")
        .param(section)
        .query(
            (row, n) ->
                new Until(
                    row.getObject(1, OffsetDateTime.class).toInstant(),
                    Grading.parse(row.getString(2))))
        .list();
  }

  /** The one that held at a moment. */
  public static Grading at(List<Until> past, Grading now, Instant moment) {
    return past.stream()
        .filter(p -> moment.isBefore(p.moment()))
        .findFirst()
        .map(Until::grading)
        .orElse(now);
  }

  /** One holds until now. */
  void keep(UUID section, Grading before) {
    sql.sql(
            "insert into grading_past (section_id, until_at, grading) values (?, ?, ?) on conflict do nothing")
        .params(section, clock.instant().atOffset(ZoneOffset.UTC), before.toString())
        .update();
  }
}
