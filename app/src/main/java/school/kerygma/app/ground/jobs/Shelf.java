package school.kerygma.app.ground.jobs;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Where things are that were put away: a column of their own table says since when, so that whoever
 * lists them leaves them out.
 */
@Component
public class Shelf {

  /** What can be put away, by its table. */
  public enum Of {
    HANDOUT,
    WALKTHROUGH,
    TASK,
    CLIP,
    /** One that was thrown away; it is its walkthrough's owner's. */
    RECORDING,
    POSTING;

    private String table() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Something was put away, or taken out. */
  public record Moved(Of kind, UUID id) {}

  private final ObjectProvider<OnShelf> modules;
  private final JdbcClient sql;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Shelf(
      ObjectProvider<OnShelf> modules,
      JdbcClient sql,
      ApplicationEventPublisher events,
      Clock clock) {
    this.modules = modules;
    this.sql = sql;
    this.events = events;
    this.clock = clock;
  }

  private OnShelf module(Of kind) {
    return modules.stream().filter(m -> m.kind() == kind).findFirst().orElseThrow();
  }

  public void put(Of kind, UUID id) {
    set(kind, id, Timestamp.from(clock.instant()));
  }

  public void takeOut(Of kind, UUID id) {
    set(kind, id, null);
  }

  private void set(Of kind, UUID id, @org.jspecify.annotations.Nullable Timestamp at) {
    sql.sql("update " + kind.table() + " set put_away_at = cast(? as timestamptz) where id = ?")
        .param(at)
        .param(id)
        .update();
    events.publishEvent(new Moved(kind, id));
  }

  /** All that a teacher has put away is gone for good tonight; until then it can be taken out. */
  public void empty(UUID owner) {
    Timestamp longAgo = Timestamp.from(clock.instant().minus(Nightly.UNDO));
    for (Of kind : Of.values()) {
      sql.sql(
              "update "
                  + kind.table()
                  + " set put_away_at = least(put_away_at, cast(? as timestamptz)) where "
                  + module(kind).owner()
                  + " = ? and put_away_at is not null")
          .param(longAgo)
          .param(owner)
          .update();
    }
  }

  /** What a teacher has put away. */
  public List<PutAway> of(Of kind, UUID owner) {
    return sql.sql(
            "select id, "
                + module(kind).title()
                + ", put_away_at from "
                + kind.table()
                + " where "
                + module(kind).owner()
                + " = ? and put_away_at is not null")
        .param(owner)
        .query(
            (row, n) ->
                new PutAway(
                    row.getObject(1, UUID.class),
                    row.getString(2),
                    row.getTimestamp(3).toInstant()))
        .list();
  }

  /** What was put away before a moment. */
  public List<UUID> before(Of kind, Instant moment) {
    return sql.sql("select id from " + kind.table() + " where put_away_at < ?")
        .param(Timestamp.from(moment))
        .query(UUID.class)
        .list();
  }
}
