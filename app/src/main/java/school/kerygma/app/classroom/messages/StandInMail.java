package school.kerygma.app.classroom.messages;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.core.There;

/** A mail server that stands in for the school's: it takes everything and sends nothing. */
@Configuration(proxyBeanMethods = false)
@ConditionalOnProperty("kerygma.demo")
class StandInMail {

  private static final int SHOWN = 200;

  @Bean(initMethod = "start", destroyMethod = "stop")
  GreenMail greenMail() {
    return new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
  }

  @Bean
  @Primary
  JavaMailSender standInSender(GreenMail server) {
    JavaMailSenderImpl sender = new JavaMailSenderImpl();
    sender.setHost("127.0.0.1");
    sender.setPort(server.getSmtp().getPort());
    return sender;
  }

  /** The page on which the mail can be read. */
  @Controller
  @ConditionalOnProperty("kerygma.demo")
  static class MailPage {

    /** A letter as the page shows it. */
    record KeptLetter(String to, String subject, String text) {}

    /** A message that leaves later. */
    record Waiting(String to, String subject, String text) {}

    private final GreenMail server;
    private final Message.Repository messages;
    private final People people;

    MailPage(GreenMail server, Message.Repository messages, People people) {
      this.server = server;
      this.messages = messages;
      this.people = people;
    }

    private List<Waiting> waiting() {
      List<Message> all = messages.allWaiting();
      Map<UUID, People.Contact> contacts =
          people.contacts(all.stream().map(Message::toId).collect(Collectors.toSet()));
      return all.stream()
          .filter(m -> contacts.containsKey(m.toId()))
          .limit(SHOWN)
          .map(
              m ->
                  new Waiting(
                      There.in(contacts, m.toId()).email().orElse(""), m.subject(), m.body()))
          .toList();
    }

    @GetMapping("/demo/mail")
    String mail(Model model) throws MessagingException, IOException {
      List<KeptLetter> letters = new ArrayList<>();
      MimeMessage[] all = server.getReceivedMessages();
      Set<String> shown = new HashSet<>();
      for (int i = all.length - 1; i >= 0 && letters.size() < SHOWN; i--) {
        if (!shown.add(all[i].getMessageID())) {
          continue; // The same letter, handed over twice.
        }
        letters.add(
            new KeptLetter(
                all[i].getRecipients(RecipientType.TO)[0].toString(),
                all[i].getSubject(),
                String.valueOf(all[i].getContent())));
      }
      model.addAttribute("letters", letters);
      model.addAttribute("waiting", waiting());
      model.addAttribute("count", all.length);
      return "messages/standin";
    }
  }
}
