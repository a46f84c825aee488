package school.kerygma.app.messages;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.MailPreparationException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
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
                send(
                    UUID.fromString(instance.getId()),
                    messages,
                    people,
                    mail,
                    inTransaction,
                    clock));
  }

  /**
   * Marks the letter before it is handed over and after. Died in between, it is handed over once
   * more under the same id.
   */
  private static void send(
      UUID id,
      Message.Repository messages,
      People people,
      JavaMailSender mail,
      TransactionTemplate inTransaction,
      Clock clock) {
    Message message =
        inTransaction.execute(
            t -> {
              Message open = messages.findById(id).filter(m -> !m.sent()).orElse(null);
              if (open != null) {
                open.sending(clock.instant());
              }
              return open;
            });
    if (message == null) {
      return;
    }
    Optional.ofNullable(people.contacts(Set.of(message.toId())).get(message.toId()))
        .flatMap(People.Contact::email)
        .ifPresent(address -> mail.send(letter(mail.createMimeMessage(), message, address)));
    inTransaction.executeWithoutResult(
        t -> messages.findById(id).ifPresent(m -> m.sent(clock.instant())));
  }

  private static MimeMessage letter(MimeMessage letter, Message message, String address) {
    try {
      letter.setHeader("Message-ID", message.messageId());
      MimeMessageHelper words = new MimeMessageHelper(letter, "UTF-8");
      words.setFrom("kerygma@school.invalid");
      words.setTo(address);
      words.setSubject(message.subject());
      words.setText(message.body());
      return letter;
    } catch (MessagingException e) {
      throw new MailPreparationException("A letter could not be written", e);
    }
  }
}
