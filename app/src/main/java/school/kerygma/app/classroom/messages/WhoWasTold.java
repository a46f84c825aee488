package school.kerygma.app.classroom.messages;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.Announced;
import school.kerygma.app.classroom.posting.Announcer;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.roster.PersonNames;

/** Says for a posting who was told and who was not. */
@Component
@Transactional(readOnly = true)
class WhoWasTold implements Announcer {

  private final Message.Repository messages;
  private final PostingLetters letters;
  private final People people;

  WhoWasTold(
      Message.Repository messages, PostingLetters letters, People people, MailServer server) {
    this.messages = messages;
    this.letters = letters;
    this.people = people;
  }

  @Override
  public Announced of(DeliveryView delivery) {
    List<Message> all = latest(messages.about(delivery.id()));
    Set<UUID> to = new HashSet<>();
    all.forEach(m -> to.add(m.toId()));
    Map<UUID, People.Contact> contacts = people.contacts(to);
    Map<Announced.Why, List<String>> untold = new EnumMap<>(Announced.Why.class);
    int students = 0;
    int guardians = 0;
    Optional<Instant> next = Optional.empty();
    for (Message message : all) {
      People.Contact contact = contacts.get(message.toId());
      Optional<Announced.Why> why = why(message.state());
      if (contact == null || message.state() == Message.State.DROPPED) {
        continue;
      }
      if (why.isPresent()) {
        untold.computeIfAbsent(why.get(), added -> new ArrayList<>()).add(contact.name());
      } else if (contact.role() == Role.STUDENT) {
        students++;
      } else {
        guardians++;
      }
      if (message.state() == Message.State.WAITING
          && next.filter(n -> n.isBefore(message.sendAfter())).isEmpty()) {
        next = Optional.of(message.sendAfter());
      }
    }
    untold.values().forEach(names -> names.sort(PersonNames.BY_FAMILY_NAME));
    return new Announced(students, guardians, untold, next);
  }

  /** What each person was told last. */
  private static List<Message> latest(List<Message> all) {
    Map<UUID, Message> last = new HashMap<>();
    all.forEach(m -> last.merge(m.toId(), m, (a, b) -> a.round() > b.round() ? a : b));
    return List.copyOf(last.values());
  }

  private static Optional<Announced.Why> why(Message.State state) {
    return switch (state) {
      case WAITING -> Optional.of(Announced.Why.WAITING);
      case NO_ADDRESS -> Optional.of(Announced.Why.NO_ADDRESS);
      case NO_SERVER -> Optional.of(Announced.Why.NO_SERVER);
      case REFUSED -> Optional.of(Announced.Why.REFUSED);
      case GIVEN_UP -> Optional.of(Announced.Why.GIVEN_UP);
      case SENT, DROPPED -> Optional.empty();
    };
  }

  /** One student with a family, if there is one. */
  @Override
  public List<Sample> letters(DeliveryView delivery, SectionView all) {
    SectionView section = delivery.among(all);
    if (section.students().isEmpty()) {
      return List.of();
    }
    Set<UUID> guarded = new HashSet<>();
    people.studentsByGuardian(section.students()).values().forEach(guarded::addAll);
    UUID student =
        section.students().stream()
            .filter(guarded::contains)
            .findFirst()
            .orElseGet(() -> section.students().iterator().next());
    List<PostingLetters.Piece> pieces = letters.about(delivery, section, Set.of(student));
    Set<UUID> to = new HashSet<>();
    pieces.forEach(p -> to.add(p.to()));
    Map<UUID, People.Contact> contacts = people.contacts(to);
    return pieces.stream()
        .map(p -> letters.joined(List.of(p), "\u2026"))
        .map(p -> new Sample(There.in(contacts, p.to()).name(), p.subject(), p.body()))
        .toList();
  }
}
