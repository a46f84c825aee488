package school.kerygma.app.desk.exchange;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.classroom.posting.DeliveryWentUp;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.school.sections.SectionTouched;

/**
 * Notes what calendars are told when plan, postings or school time change. That it has to be done
 * is written with the change; it is done at once behind the change's back, and otherwise within the
 * minute.
 */
@Component
class FeedNotes {

  private static final Logger LOG = LoggerFactory.getLogger(FeedNotes.class);

  private static final Duration EVERY = Duration.ofMinutes(1);

  private final Feeds feeds;
  private final Postings postings;
  private final JdbcClient sql;
  private final TransactionTemplate inTransaction;
  private final Clock clock;
  private final AtomicBoolean noting = new AtomicBoolean();
  private final AtomicBoolean more = new AtomicBoolean();

  FeedNotes(
      Feeds feeds,
      Postings postings,
      JdbcClient sql,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.feeds = feeds;
    this.postings = postings;
    this.sql = sql;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  @EventListener
  void on(SectionTouched touched) {
    stale(touched.sections());
  }

  @EventListener
  void on(DeliveryWentUp up) {
    stale(List.of(up.delivery().section()));
  }

  private void stale(Collection<UUID> sections) {
    for (UUID section : sections) {
      sql.sql("insert into feed_stale (section_id) values (?)").param(section).update();
    }
  }

  @TransactionalEventListener
  void after(SectionTouched touched) {
    behind();
  }

  @TransactionalEventListener
  void after(DeliveryWentUp up) {
    behind();
  }

  /** One at a time: what comes meanwhile is noted by whoever is at it. */
  private void behind() {
    more.set(true);
    if (noting.compareAndSet(false, true)) {
      Thread.ofVirtual()
          .name("feed-notes")
          .start(
              () -> {
                try {
                  while (more.getAndSet(false)) {
                    note();
                  }
                } catch (RuntimeException e) {
                  LOG.warn(
                      "Calendars will be told within the minute: {}", e.getClass().getSimpleName());
                } finally {
                  noting.set(false);
                }
                if (more.get()) {
                  behind();
                }
              });
    }
  }

  /** Notes all that has to be noted. What fails is tried again within the minute. */
  void note() {
    for (UUID section :
        sql.sql("select distinct section_id from feed_stale").query(UUID.class).list()) {
      try {
        inTransaction.executeWithoutResult(
            t -> {
              feeds.hold(section);
              sql.sql("delete from feed_stale where section_id = ?").param(section).update();
              feeds.note(section);
            });
      } catch (RuntimeException e) {
        LOG.warn(
            "Calendars of section {} could not be told: {}", section, e.getClass().getSimpleName());
      }
    }
  }

  /** What closes does so by the clock alone. */
  private void closed() {
    Instant now = clock.instant();
    stale(postings.closed(now.minus(EVERY.multipliedBy(3)), now));
  }

  /** What is run every minute, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> feedNotesTask(FeedNotes notes) {
      return Tasks.recurring("feed-notes", FixedDelay.of(EVERY))
          .execute(
              (instance, context) -> {
                notes.closed();
                notes.note();
              });
    }
  }
}
