package school.kerygma.app.classroom.messages;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceException;
import com.github.kagkarlsson.scheduler.task.TaskInstanceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.People;

/** Where messages wait until they leave. */
@Component
class Mailbox {

  private final Message.Repository messages;
  private final MailServer server;
  private final ObjectProvider<SchedulerClient> scheduler;
  private final Clock clock;

  Mailbox(
      Message.Repository messages,
      MailServer server,
      ObjectProvider<SchedulerClient> scheduler,
      Clock clock) {
    this.messages = messages;
    this.server = server;
    this.scheduler = scheduler;
    this.clock = clock;
  }

  /** Keeps a message until it is its time; what cannot be sent is kept with the reason. */
  void keep(Message written, People.Contact to) {
    if (to.email().isEmpty()) {
      written.end(Message.State.NO_ADDRESS);
    } else if (!server.hasMail()) {
      written.end(Message.State.NO_SERVER);
    }
    Message message = messages.save(written);
    if (message.state() == Message.State.WAITING) {
      Instant at = message.sendAfter();
      scheduler
          .getObject()
          .scheduleIfNotExists(
              Sending.TASK
                  .instance(message.toId() + "@" + message.id())
                  .scheduledTo(Instant.now().plus(Duration.between(clock.instant(), at))));
    }
  }

  /**
   * The scheduler lives by the machine's clock: after a start with another clock all is set anew.
   */
  @EventListener(ApplicationReadyEvent.class)
  void setAnew() {
    for (Message message : messages.allWaiting()) {
      try {
        setAnew(message);
      } catch (TaskInstanceException running) {
        continue; // It goes just now, or nothing waits for it any more.
      }
    }
  }

  private void setAnew(Message message) {
    scheduler
        .getObject()
        .reschedule(
            TaskInstanceId.of(Sending.TASK.getTaskName(), message.toId() + "@" + message.id()),
            Instant.now().plus(Duration.between(clock.instant(), message.sendAfter())));
  }
}
