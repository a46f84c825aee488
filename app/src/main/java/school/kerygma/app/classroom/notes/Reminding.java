package school.kerygma.app.classroom.notes;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.MorningAfter;

/** By which rule sections are reminded, and up to when it was looked. */
@Service
@Transactional
public class Reminding implements Keeps {

  /** What is offered before anything was set: common practice. */
  public static final MorningAfter USUAL = new MorningAfter(LocalTime.of(6, 30), 2);

  /**
   * A section's rule.
   *
   * @param teacher whose rule it is
   * @param looked up to when what was due was looked at
   * @param next when it is looked at next; nothing if only its teacher says when
   */
  public record Rule(
      UUID section, UUID teacher, MorningAfter morning, Instant looked, Optional<Instant> next) {

    public boolean isOn() {
      return next.isPresent();
    }
  }

  private final JdbcClient sql;
  private final Clock clock;

  Reminding(JdbcClient sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public Map<UUID, Rule> of(Collection<UUID> sections) {
    Map<UUID, Rule> rules = new HashMap<>();
    if (!sections.isEmpty()) {
      read("where section_id in (:sections)", Map.of("sections", sections))
          .forEach(r -> rules.put(r.section(), r));
    }
    return rules;
  }

  /** The rules whose time has come. */
  @Transactional(readOnly = true)
  public List<Rule> due() {
    return read("where next_at <= :now", Map.of("now", at(clock.instant())));
  }

  private List<Rule> read(String where, Map<String, ?> by) {
    return sql.sql(
            "select section_id, teacher_id, at, family_from, looked_at, next_at from reminding "
                + where)
        .params(by)
        .query(
            (row, n) ->
                new Rule(
                    row.getObject(1, UUID.class),
                    row.getObject(2, UUID.class),
                    new MorningAfter(row.getObject(3, LocalTime.class), row.getInt(4)),
                    row.getObject(5, OffsetDateTime.class).toInstant(),
                    Optional.ofNullable(row.getObject(6, OffsetDateTime.class))
                        .map(OffsetDateTime::toInstant)))
        .list();
  }

  /** Sets a section's rule, from now on. */
  public void set(SectionView section, UUID teacher, MorningAfter rule, boolean on) {
    Instant now = clock.instant();
    sql.sql(
            "insert into reminding (section_id, teacher_id, at, family_from, looked_at, next_at) values (?, ?, ?, ?, ?, ?)"
                + " on conflict (section_id) do update set teacher_id = excluded.teacher_id, at = excluded.at,"
                + " family_from = excluded.family_from, next_at = excluded.next_at,"
                // What was due while it was off is not told afterwards.
                + " looked_at = case when reminding.next_at is null then excluded.looked_at else reminding.looked_at end")
        .param(section.id())
        .param(teacher)
        .param(rule.at())
        .param(rule.familyFrom())
        .param(at(now))
        .param(on ? at(next(section, rule, now)) : null)
        .update();
  }

  /**
   * Notes that it was looked up to now. Of two that look at once only one goes on.
   *
   * @return whether it is this one
   */
  boolean look(Rule before, SectionView section, Instant now) {
    return sql.sql(
                "update reminding set looked_at = ?, next_at = ? where section_id = ? and next_at = ?")
            .param(at(now))
            .param(at(next(section, before.morning(), now)))
            .param(section.id())
            .param(at(before.next().orElseThrow()))
            .update()
        == 1;
  }

  /** The same, where the teacher says when. */
  void looked(SectionView section, UUID teacher, Instant now) {
    sql.sql(
            "insert into reminding (section_id, teacher_id, at, family_from, looked_at) values (?, ?, ?, ?, ?)"
                + " on conflict (section_id) do update set looked_at = excluded.looked_at")
        .params(section.id(), teacher, USUAL.at(), USUAL.familyFrom(), at(now))
        .update();
  }

  private static Instant next(SectionView section, MorningAfter rule, Instant now) {
    return section.calendar().nextAt(now.plusSeconds(1), rule.at());
  }

  private static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("reminding", "teacher_id"));
  }
}
