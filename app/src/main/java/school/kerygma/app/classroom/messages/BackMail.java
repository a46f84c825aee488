package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;

/** Tells students and families by mail that work came back; who wants one letter has it in that. */
@Component
@Transactional
public class BackMail {

  /**
   * What one person is told.
   *
   * @param student whether it is a student, and not a guardian
   */
  public record Letter(UUID to, boolean student, String subject, String body) {}

  private final Message.Repository messages;
  private final Mailbox mailbox;
  private final LetterMoments moments;
  private final People people;
  private final Clock clock;

  BackMail(
      Message.Repository messages,
      Mailbox mailbox,
      LetterMoments moments,
      People people,
      Clock clock) {
    this.messages = messages;
    this.mailbox = mailbox;
    this.moments = moments;
    this.people = people;
    this.clock = clock;
  }

  /** Tells each of them of what was handed back together, once. */
  public void send(UUID together, SectionView section, List<Letter> letters) {
    LetterMoments.Wanted wanted = moments.wanted();
    Set<UUID> without = wanted.nothingSingle();
    Map<UUID, People.Contact> contacts =
        people.contacts(letters.stream().map(Letter::to).collect(Collectors.toSet()));
    for (Letter letter : letters) {
      if (!without.contains(letter.to()) && !messages.existsByToIdAndBack(letter.to(), together)) {
        mailbox.keep(
            Message.ofBack(
                together,
                letter.to(),
                letter.subject(),
                letter.body(),
                clock.instant(),
                letter.student()
                    ? moments.soon(section)
                    : moments.toFamily(section, letter.to(), wanted)),
            There.in(contacts, letter.to()));
      }
    }
  }

  /** It was taken back: who has not been told is not told. */
  public void drop(UUID together) {
    messages.waitingOf(together).forEach(m -> m.end(Message.State.DROPPED));
  }
}
