package school.kerygma.app.classroom.messages;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.HasMail;

/** Whether the school has a mail server: without one, letters are written and none leaves. */
@Component
class MailServer implements HasMail {

  private final boolean set;
  private final String sender;

  MailServer(
      @Value("${spring.mail.host:}") String host,
      @Value("${kerygma.demo}") boolean demo,
      @Value("${kerygma.mail.sender}") String sender) {
    this.set = demo || !host.isBlank();
    this.sender = sender;
  }

  @Override
  public boolean hasMail() {
    return set;
  }

  /** The address from which letters come. */
  String sender() {
    return sender;
  }
}
