package school.kerygma.app.posting;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
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
    // The scheduler lives by the machine's clock, the application by its own.
    Instant onMachine = Instant.now().plus(Duration.between(clock.instant(), at));
    scheduler
        .getObject()
        .scheduleIfNotExists(
            TASK.instance(delivery.id() + "@" + at.getEpochSecond()).scheduledTo(onMachine));
  }

  /** What is run at the moment. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    OneTimeTask<Void> goesUpTask(
        Posting.DeliveryRepository deliveries,
        ApplicationEventPublisher events,
        TransactionTemplate inTransaction,
        Clock clock) {
      return Tasks.oneTime(TASK)
          .execute(
              (instance, context) -> {
                UUID id = UUID.fromString(instance.getId().split("@")[0]);
                inTransaction.executeWithoutResult(
                    t -> announce(id, deliveries, events, clock.instant()));
              });
    }

    private static void announce(
        UUID id,
        Posting.DeliveryRepository deliveries,
        ApplicationEventPublisher events,
        Instant now) {
      deliveries
          .findById(id)
          .filter(d -> !d.announced() && d.view(now).up())
          .ifPresent(
              d -> {
                d.announce(now);
                events.publishEvent(new DeliveryWentUp(d.view(now)));
              });
    }
  }
}
