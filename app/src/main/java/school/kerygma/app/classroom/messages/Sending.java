package school.kerygma.app.classroom.messages;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.MimeMessage;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.MailException;
import org.springframework.mail.MailPreparationException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;

/**
 * Sends what waits for one person by mail; while the mail server cannot be reached, again after
 * ever longer waits, for a day.
 */
@Configuration(proxyBeanMethods = false)
class Sending {

  static final TaskDescriptor<Void> TASK = TaskDescriptor.of("send");

  private static final Duration FIRST_WAIT = Duration.ofSeconds(5);
  private static final Duration LONGEST_WAIT = Duration.ofHours(1);
  static final Duration TRIED_FOR = Duration.ofDays(1);

  @Bean
  OneTimeTask<Void> sendTask(Outbox outbox, MailServer server, JavaMailSender mail, Clock clock) {
    return Tasks.oneTime(TASK)
        .onFailure(
            (FailureHandler<Void>)
                (complete, then) ->
                    then.reschedule(
                        complete,
                        Instant.now().plus(waiting(complete.getExecution().consecutiveFailures))))
        .execute(
            (instance, context) -> {
              UUID person = outbox.recipient(instance.getId());
              outbox.alone(person, () -> sendAll(person, outbox, server, mail, clock));
            });
  }

  private static void sendAll(
      UUID person, Outbox outbox, MailServer server, JavaMailSender mail, Clock clock) {
    Optional<Outbox.Sealed> letter = outbox.next(person);
    while (letter.isPresent()) {
      send(letter.get(), outbox, server, mail, clock);
      letter = outbox.next(person);
    }
  }

  private static Duration waiting(int failed) {
    Duration wait = FIRST_WAIT.multipliedBy(1L << Math.min(failed, 20));
    return wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait;
  }

  /**
   * The letter is marked before it is handed over and after. Died in between, it is handed over
   * once more under the same id.
   */
  private static void send(
      Outbox.Sealed letter, Outbox outbox, MailServer server, JavaMailSender mail, Clock clock) {
    try {
      mail.send(mime(mail.createMimeMessage(), letter, server.sender()));
    } catch (MailException e) {
      if (isRefused(e)) {
        outbox.end(letter.id(), Message.State.REFUSED);
        return;
      }
      if (!clock.instant().isBefore(letter.since().plus(TRIED_FOR))) {
        outbox.end(letter.id(), Message.State.GIVEN_UP);
        return;
      }
      throw e;
    }
    outbox.sent(letter.id());
  }

  private static MimeMessage mime(MimeMessage mime, Outbox.Sealed letter, String sender) {
    try {
      mime.setHeader("Message-ID", letter.messageId());
      MimeMessageHelper words = new MimeMessageHelper(mime, "UTF-8");
      words.setFrom(sender);
      words.setTo(letter.address());
      words.setSubject(letter.subject());
      words.setText(letter.body());
      return mime;
    } catch (MessagingException e) {
      throw new MailPreparationException("A letter could not be written", e);
    }
  }

  /** Whether the address is none, or the server says for good that it does not take it (5yz). */
  private static boolean isRefused(MailException failure) {
    if (failure instanceof MailSendException send) {
      for (Exception e : send.getMessageExceptions()) {
        if (refuses(e)) {
          return true;
        }
      }
    }
    return refuses(failure.getCause());
  }

  private static boolean refuses(@Nullable Throwable cause) {
    return switch (cause) {
      case null -> false;
      case AddressException none -> true;
      case SMTPAddressFailedException address -> address.getReturnCode() >= 500;
      case SendFailedException failed -> refuses(failed.getNextException());
      default -> false;
    };
  }
}
