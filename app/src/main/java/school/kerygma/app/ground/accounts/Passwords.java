package school.kerygma.app.ground.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.MessageSource;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Role;

/** Changes the passwords of teachers, who know the old one or read their mail. */
@Service
@Transactional
class Passwords {

  private static final Duration GOOD_FOR = Duration.ofHours(1);
  private static final Duration WINDOW = Duration.ofHours(1);
  private static final int LETTERS_IN_WINDOW = 3;

  private final PersonRepository persons;
  private final SignInFailure.Repository asked;
  private final PassCards cards;
  private final PasswordEncoder encoder;
  private final OpenSessions sessions;
  private final ApplicationEventPublisher events;
  private final MessageSource words;
  private final Clock clock;
  private final String address;

  Passwords(
      PersonRepository persons,
      SignInFailure.Repository asked,
      PassCards cards,
      PasswordEncoder encoder,
      OpenSessions sessions,
      ApplicationEventPublisher events,
      MessageSource words,
      Clock clock,
      @Value("${kerygma.address}") String address) {
    this.persons = persons;
    this.asked = asked;
    this.cards = cards;
    this.encoder = encoder;
    this.sessions = sessions;
    this.events = events;
    this.words = words;
    this.clock = clock;
    this.address = address;
  }

  /** Sends a link to a teacher's address; whether there is such a teacher is not told. */
  void forgot(String email) {
    Instant now = clock.instant();
    String subject = "letter " + People.normal(email);
    if (subject.length() > SignInFailure.LONGEST
        || asked.countBySubjectAndAtAfter(subject, now.minus(WINDOW)) >= LETTERS_IN_WINDOW) {
      return;
    }
    asked.save(new SignInFailure(subject, now));
    persons
        .findByEmailAndRole(People.normal(email), Role.TEACHER)
        .filter(p -> p.passwordHash() != null)
        .ifPresent(
            p ->
                events.publishEvent(
                    new LetterToSend(
                        p.id(),
                        text("mail.password.subject"),
                        text("mail.password.body", p.name(), link(p, now)))));
  }

  private String link(Person person, Instant now) {
    long until = now.plus(GOOD_FOR).getEpochSecond();
    return address
        + "/password/new/"
        + cards.reset(person.id(), until, String.valueOf(person.passwordHash()));
  }

  private String text(String key, Object... details) {
    return words.getMessage(key, details, Locale.US);
  }

  /** Whose password a link changes; it is good for an hour, and once. */
  @Transactional(readOnly = true)
  Optional<SignedIn> byLink(String key) {
    return person(key).map(Person::signedIn);
  }

  private Optional<Person> person(String key) {
    return cards
        .personOfReset(key)
        .flatMap(persons::findById)
        .filter(p -> p.role() == Role.TEACHER && p.passwordHash() != null)
        .filter(
            p -> cards.isGoodReset(key, p.id(), String.valueOf(p.passwordHash()), clock.instant()));
  }

  /**
   * Sets a password by a link; all open sessions end, and the link is used up.
   *
   * @throws Problem if the link is not good, or the password is none
   */
  SignedIn reset(String key, String password) {
    Person person = person(key).orElseThrow(() -> Problem.refused("password-link"));
    NewAccount.check(person.name(), password);
    person.password(encoder.encode(password));
    sessions.end(person.id());
    return person.signedIn();
  }

  /**
   * Changes the password of who knows the present one; all other sessions end.
   *
   * @throws Problem if the present one is wrong, or the new one is none
   */
  void change(SignedIn me, String before, String password, String session) {
    Person person = persons.findById(me.id()).orElseThrow(Problem::notFound);
    if (!encoder.matches(before, person.passwordHash())) {
      throw Problem.refused("password-wrong");
    }
    NewAccount.check(person.name(), password);
    person.password(encoder.encode(password));
    sessions.endOthers(me.id(), session);
  }
}
