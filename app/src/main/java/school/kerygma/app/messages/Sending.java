package school.kerygma.app.messages;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.accounts.People;

/**
 * Sends one message by mail; while the mail server cannot be reached, again after ever longer
 * waits.
 */
@Configuration(proxyBeanMethods = false)
class Sending {

  static final TaskDescriptor<Void> TASK = TaskDescriptor.of("send");

  @Bean
  OneTimeTask<Void> sendTask(
      Message.Repository messages,
      People people,
      JavaMailSender mail,
      TransactionTemplate inTransaction,
      Clock clock) {
    return Tasks.oneTime(TASK)
        .onFailure(
            new FailureHandler.ExponentialBackoffFailureHandler<>(Duration.ofSeconds(5), 1.7))
        .execute(
            (instance, context) ->
                inTransaction.executeWithoutResult(
                    t ->
                        messages
                            .findById(UUID.fromString(instance.getId()))
                            .filter(m -> !m.sent())
                            .ifPresent(m -> send(m, people, mail, clock))));
  }

  private static void send(Message message, People people, JavaMailSender mail, Clock clock) {
    people
        .contacts(Set.of(message.toId()))
        .get(message.toId())
        .email()
        .ifPresent(
            address -> {
              SimpleMailMessage letter = new SimpleMailMessage();
              letter.setFrom("kerygma@school.invalid");
              letter.setTo(address);
              letter.setSubject(message.subject());
              letter.setText(message.body());
              mail.send(letter);
            });
    message.sent(clock.instant());
  }
}
