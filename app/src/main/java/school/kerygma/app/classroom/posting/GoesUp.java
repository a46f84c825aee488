package school.kerygma.app.classroom.posting;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tells, at its moment, that a delivery has gone up. Whether it can be seen is read from its
 * moments; this only sets off what follows. The moment may have been changed since it was
 * scheduled: then it is not the moment, and the change has scheduled another.
 */
@Component
class GoesUp {

  private static final TaskDescriptor<Void> TASK = TaskDescriptor.of("goes-up");

  /** A job may be run a little before its moment: the clocks are read one after the other. */
  private static final Duration EARLY = Duration.ofSeconds(30);

  private final ObjectProvider<SchedulerClient> scheduler;
  private final Clock clock;

  GoesUp(ObjectProvider<SchedulerClient> scheduler, Clock clock) {
    this.scheduler = scheduler;
    this.clock = clock;
  }

  void schedule(Posting.Delivery delivery) {
    if (delivery.announced()) {
      return;
    }
    Instant at = delivery.moments().goesUpAt();
    scheduler
        .getObject()
        .scheduleIfNotExists(
            TASK.instance(delivery.id() + "@" + at.getEpochSecond())
                .scheduledTo(onMachine(at, clock)));
  }

  /** The scheduler lives by the machine's clock, the application by its own. */
  private static Instant onMachine(Instant at, Clock clock) {
    return Instant.now().plus(Duration.between(clock.instant(), at));
  }

  /** What is run at the moment. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    private static final Logger LOG = LoggerFactory.getLogger(GoesUp.class);

    /** Tried again after 5, 10, 20 ... seconds; the last time after about three hours. */
    private static final int MOST_TRIES = 12;

    private static final Duration FIRST_WAIT = Duration.ofSeconds(5);

    @Bean
    CustomTask<Void> goesUpTask(
        Posting.DeliveryRepository deliveries,
        ApplicationEventPublisher events,
        TransactionTemplate inTransaction,
        Clock clock) {
      return Tasks.custom(TASK)
          .onFailure(
              (complete, then) -> {
                int failed = complete.getExecution().consecutiveFailures + 1;
                boolean over = failed >= MOST_TRIES;
                UUID id = delivery(complete.getExecution().taskInstance.getId());
                LOG.warn("Nobody could be told of delivery {}, tried {} times", id, failed);
                inTransaction.executeWithoutResult(
                    t ->
                        deliveries
                            .toChange(id)
                            .ifPresent(d -> d.untold(failed, over ? clock.instant() : null)));
                if (over) {
                  then.stop();
                } else {
                  then.reschedule(
                      complete, Instant.now().plus(FIRST_WAIT.multipliedBy(1L << (failed - 1))));
                }
              })
          .execute(
              (instance, context) -> {
                UUID id = delivery(instance.getId());
                Optional<Instant> later =
                    inTransaction.execute(t -> announce(id, deliveries, events, clock.instant()));
                return (complete, then) ->
                    later.ifPresentOrElse(
                        at -> then.reschedule(complete, onMachine(at, clock)), then::stop);
              });
    }

    private static UUID delivery(String instance) {
      return UUID.fromString(instance.split("@")[0]);
    }

    /**
     * Announces what is up.
     *
     * @return when to look again, if this is a little before the moment
     */
    private static Optional<Instant> announce(
        UUID id,
        Posting.DeliveryRepository deliveries,
        ApplicationEventPublisher events,
        Instant now) {
      Optional<Posting.Delivery> found = deliveries.toChange(id).filter(d -> !d.announced());
      Optional<Instant> moment = found.map(d -> d.moments().goesUpAt());
      if (moment.filter(at -> at.isAfter(now) && at.isBefore(now.plus(EARLY))).isPresent()) {
        return moment;
      }
      found
          .filter(d -> d.view(now).up())
          .ifPresent(
              d -> {
                d.announce(now);
                events.publishEvent(new DeliveryWentUp(d.view(now)));
              });
      return Optional.empty();
    }
  }
}
