package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.core.There;

/** Sends notes about students by mail, in one letter with what else waits for the same person. */
@Component
@Transactional
public class NoteMail {

  /**
   * A letter.
   *
   * @param body without its last line, the way to the page
   */
  public record Letter(UUID to, String subject, String body) {}

  /** What became of a letter. */
  public enum State {
    WAITING,
    SENT,
    NO_ADDRESS,
    NO_SERVER,
    /** The address does not take it. */
    REFUSED
  }

  /** To whom a note went, and what became of it. */
  public record Sent(String name, State state) {}

  private final Message.Repository messages;
  private final Mailbox mailbox;
  private final LetterMoments moments;
  private final People people;
  private final Clock clock;

  NoteMail(
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

  /**
   * Sends a note at a moment.
   *
   * @param byRule whether nobody wrote it: then it goes to nobody who wishes no letters, nor to who
   *     gets a letter with everything, which says what is late as it is then
   */
  public void send(UUID note, List<Letter> letters, Instant moment, boolean byRule) {
    Map<UUID, People.Contact> contacts =
        people.contacts(letters.stream().map(Letter::to).collect(Collectors.toSet()));
    Set<UUID> without = new HashSet<>();
    if (byRule) {
      without.addAll(moments.wanted().nothingSingle());
    }
    for (Letter letter : letters) {
      if (!without.contains(letter.to())) {
        mailbox.keep(
            Message.ofNote(
                note, letter.to(), letter.subject(), letter.body(), clock.instant(), moment),
            There.in(contacts, letter.to()));
      }
    }
  }

  /** To whom some notes went. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Sent>> sent(Collection<UUID> notes) {
    List<Message> all = notes.isEmpty() ? List.of() : messages.ofNotes(notes);
    Map<UUID, People.Contact> contacts =
        people.contacts(all.stream().map(Message::toId).collect(Collectors.toSet()));
    Map<UUID, List<Sent>> sent = new HashMap<>();
    for (Message m : all) {
      Optional.ofNullable(contacts.get(m.toId()))
          .ifPresent(
              c ->
                  sent.computeIfAbsent(
                          Objects.requireNonNull(m.noteId()), first -> new ArrayList<>())
                      .add(new Sent(c.name(), state(m.state()))));
    }
    return sent;
  }

  private static State state(Message.State state) {
    return switch (state) {
      case WAITING -> State.WAITING;
      case SENT -> State.SENT;
      case NO_ADDRESS -> State.NO_ADDRESS;
      case NO_SERVER -> State.NO_SERVER;
      case REFUSED, GIVEN_UP, DROPPED -> State.REFUSED;
    };
  }
}
