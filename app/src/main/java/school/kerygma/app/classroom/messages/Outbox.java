package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Role;

/**
 * Puts what waits for a person into letters, one for all that waits, and notes what became of them.
 */
@Component
@Transactional(propagation = Propagation.REQUIRES_NEW)
class Outbox {

  /**
   * A letter to be handed over.
   *
   * @param id the same however often it is tried, so that whoever has it knows it again (RFC 5322,
   *     3.6.4)
   * @param since when it was tried first
   */
  record Sealed(UUID id, String address, String subject, String body, Instant since) {

    String messageId() {
      return "<" + id + "@kerygma>";
    }
  }

  private final Message.Repository messages;
  private final PostingLetters letters;
  private final Postings postings;
  private final Sections sections;
  private final People people;
  private final Duration gather;
  private final Clock clock;

  Outbox(
      Message.Repository messages,
      PostingLetters letters,
      Postings postings,
      Sections sections,
      People people,
      @Value("${kerygma.mail.gather}") Duration gather,
      Clock clock) {
    this.gather = gather;
    this.messages = messages;
    this.letters = letters;
    this.postings = postings;
    this.sections = sections;
    this.people = people;
    this.clock = clock;
  }

  /** To whom something goes that an instance of the sending task is about. */
  UUID recipient(String instance) {
    UUID named = UUID.fromString(instance.split("@")[0]);
    return messages.findById(named).map(Message::toId).orElse(named);
  }

  /**
   * Sends to a person while nobody else does: a letter that one has marked and not yet handed over
   * would look to the other like one that was left behind, and go out twice.
   */
  void alone(UUID person, Runnable sending) {
    messages.hold(person);
    sending.run();
  }

  /**
   * The next letter to a person, with what would leave a little later too, marked as about to be
   * handed over; what was tried before first, as it was. A letter is written when it goes, from
   * what is then true; what was withdrawn, has closed or is done is left out.
   */
  Optional<Sealed> next(UUID person) {
    List<Message> waiting = new ArrayList<>(messages.waiting(person, clock.instant().plus(gather)));
    while (!waiting.isEmpty()) {
      List<Message> together = together(waiting);
      waiting.removeAll(together);
      Optional<Sealed> sealed = seal(person, together);
      if (sealed.isPresent()) {
        return sealed;
      }
    }
    return Optional.empty();
  }

  private static List<Message> together(List<Message> waiting) {
    Message first =
        waiting.stream().filter(m -> m.letterId() != null).findFirst().orElse(waiting.getFirst());
    UUID letter = first.letterId();
    Predicate<Message> with =
        letter != null
            ? m -> letter.equals(m.letterId())
            : first.gathers() ? m -> m.gathers() && m.letterId() == null : first::equals;
    return waiting.stream().filter(with).toList();
  }

  private Optional<Sealed> seal(UUID person, List<Message> together) {
    Optional<People.Contact> contact =
        Optional.ofNullable(people.contacts(Set.of(person)).get(person));
    Optional<String> address = contact.flatMap(People.Contact::email);
    if (address.isEmpty()) {
      together.forEach(m -> m.end(Message.State.NO_ADDRESS));
      return Optional.empty();
    }
    Message first = together.getFirst();
    UUID id = first.letterId() == null ? first.id() : first.letterId();
    Map<Message, PostingLetters.Piece> pieces = pieces(person, together);
    boolean student = contact.orElseThrow().role() == Role.STUDENT;
    together.stream()
        .filter(Message::isItself)
        .forEach(
            m -> pieces.put(m, new PostingLetters.Piece(person, student, m.subject(), m.body())));
    List<Message> told =
        together.stream()
            .filter(m -> inLetter(m, pieces))
            .sorted(Comparator.comparing(m -> !m.isOfWeek()))
            .toList();
    if (told.isEmpty()) {
      return Optional.empty();
    }
    Instant now = clock.instant();
    told.forEach(m -> m.sending(id, now));
    Instant since = told.getFirst().firstTriedAt().orElse(now);
    if (pieces.isEmpty()) {
      return Optional.of(new Sealed(id, address.get(), first.subject(), first.body(), since));
    }
    String link = There.in(people.cardLinks(Set.of(person)), person);
    PostingLetters.Piece all = letters.joined(told.stream().map(pieces::get).toList(), link);
    return Optional.of(new Sealed(id, address.get(), all.subject(), all.body(), since));
  }

  private static boolean inLetter(Message message, Map<Message, PostingLetters.Piece> pieces) {
    PostingLetters.Piece piece = pieces.get(message);
    if (piece != null) {
      message.say(piece.subject(), piece.body());
    } else if (message.deliveryId() != null) {
      message.end(Message.State.DROPPED);
    }
    return message.deliveryId() == null || piece != null;
  }

  private Map<Message, PostingLetters.Piece> pieces(UUID person, List<Message> together) {
    Map<Message, PostingLetters.Piece> pieces = new HashMap<>();
    for (Message message : together) {
      UUID delivery = message.deliveryId();
      if (delivery != null) {
        DeliveryView about = postings.view(delivery);
        if (about.up()) { // What was withdrawn, or has closed while the letter waited, is told to
          // nobody.
          SectionView section = sections.get(about.section());
          letters
              .now(about, section, person)
              .ifPresent(
                  piece ->
                      pieces.put(
                          message,
                          message.round() == 0
                              ? piece
                              : letters.changed(List.of(piece), about, section).getFirst()));
        }
      }
    }
    return pieces;
  }

  /** The letter was taken. */
  void sent(UUID letter) {
    waitingIn(letter).forEach(m -> m.sent(clock.instant()));
  }

  /** The letter will not be sent. */
  void end(UUID letter, Message.State why) {
    waitingIn(letter).forEach(m -> m.end(why));
  }

  /** What was dropped since it was tried first stays so. */
  private List<Message> waitingIn(UUID letter) {
    return messages.ofLetter(letter).stream()
        .filter(m -> m.state() == Message.State.WAITING)
        .toList();
  }
}
