package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.DeliveryChanged;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.DeliveryWentUp;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/**
 * Writes the messages when a delivery goes up, in the same transaction: one for every student and
 * one for every guardian, whatever is tried again. They leave on their own, together with others to
 * the same person: those of students a little later, those of families in the evening.
 */
@Component
class Messages implements Remembers {

  private final Message.Repository messages;
  private final PostingLetters letters;
  private final Sections sections;
  private final Audience audience;
  private final People people;
  private final Mailbox mailbox;
  private final LetterMoments moments;
  private final Clock clock;

  Messages(
      Message.Repository messages,
      PostingLetters letters,
      Sections sections,
      Audience audience,
      People people,
      Mailbox mailbox,
      LetterMoments moments,
      Clock clock) {
    this.messages = messages;
    this.letters = letters;
    this.sections = sections;
    this.audience = audience;
    this.people = people;
    this.mailbox = mailbox;
    this.moments = moments;
    this.clock = clock;
  }

  @EventListener
  void on(DeliveryWentUp event) {
    DeliveryView delivery = event.delivery();
    SectionView section = sections.get(delivery.section());
    LetterMoments.Wanted wanted = moments.wanted();
    List<PostingLetters.Piece> pieces = letters.about(delivery, section, section.students());
    Set<UUID> to = new HashSet<>();
    pieces.forEach(p -> to.add(p.to()));
    Map<UUID, People.Contact> contacts = people.contacts(to);
    for (PostingLetters.Piece piece : pieces) {
      if (!messages.existsByDeliveryIdAndToId(delivery.id(), piece.to())
          && !wanted.none().contains(piece.to())) {
        mailbox.keep(
            new Message(
                delivery.id(),
                0,
                piece.to(),
                piece.subject(),
                piece.body(),
                clock.instant(),
                piece.student()
                    ? moments.soon(section)
                    : moments.toFamily(section, piece.to(), wanted)),
            There.in(contacts, piece.to()));
      }
    }
  }

  /** Who has been told already is told once more; who has not yet, of how it is now. */
  @EventListener
  void on(DeliveryChanged event) {
    DeliveryView delivery = event.delivery();
    SectionView section = sections.get(delivery.section());
    Map<UUID, List<Message>> told = new HashMap<>();
    messages
        .about(delivery.id())
        .forEach(m -> told.computeIfAbsent(m.toId(), added -> new ArrayList<>()).add(m));
    Instant soon = moments.soon(section);
    Map<UUID, People.Contact> contacts = people.contacts(told.keySet());
    List<PostingLetters.Piece> pieces =
        letters.about(delivery, section, concerned(event, section.students()));
    for (PostingLetters.Piece piece : letters.changed(pieces, delivery, section)) {
      List<Message> own = told.getOrDefault(piece.to(), List.of());
      boolean waits = own.stream().anyMatch(m -> m.state() == Message.State.WAITING);
      if (!own.isEmpty() && !waits) {
        mailbox.keep(
            new Message(
                delivery.id(),
                own.size(),
                piece.to(),
                piece.subject(),
                piece.body(),
                clock.instant(),
                soon),
            There.in(contacts, piece.to()));
      }
    }
  }

  /** Who has done all that has changed need not know. */
  private Set<UUID> concerned(DeliveryChanged event, Set<UUID> students) {
    if (event.tasks().isEmpty()) {
      return students;
    }
    Map<UUID, Map<UUID, Instant>> ticks = audience.ticks(students, event.tasks());
    Set<UUID> open = new HashSet<>(students);
    open.removeIf(s -> ticks.getOrDefault(s, Map.of()).keySet().containsAll(event.tasks()));
    return open;
  }

  /** A letter that is about no posting leaves at once. */
  @EventListener
  void on(LetterToSend letter) {
    Instant now = clock.instant();
    mailbox.keep(
        new Message(null, 0, letter.to(), letter.subject(), letter.body(), now, now),
        There.in(people.contacts(Set.of(letter.to())), letter.to()));
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    messages.forgetOld(night.now());
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.dropped("message", "to_id"));
  }

  @Override
  public String heading() {
    return "letters";
  }

  @Override
  public List<?> about(UUID person, Sight sight) {
    return messages.to(person).stream()
        .filter(
            m ->
                sight.isWhole()
                    || m.deliveryId() != null && sight.sees(Gate.Kind.DELIVERY, m.deliveryId()))
        .map(
            m ->
                Map.of(
                    "at",
                    m.createdAt().toString(),
                    "subject",
                    m.subject(),
                    // Links to cards open the page of whoever reads the copy.
                    "body",
                    m.body().replaceAll("https?://\\S+", "(link)")))
        .toList();
  }
}
