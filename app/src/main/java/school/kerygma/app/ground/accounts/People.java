package school.kerygma.app.ground.accounts;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.roster.PersonNames;

/** Knows people: their names, who guards whom, and their pass cards. */
@Service
@Transactional
public class People implements Keeps {

  /** A name and an address to write to; students and guardians may have none. */
  public record Contact(UUID id, Role role, String name, Optional<String> email) {

    public static final Comparator<Contact> BY_FAMILY_NAME =
        Comparator.comparing(Contact::name, PersonNames.BY_FAMILY_NAME);
  }

  /** A number of our own among the database's advisory locks. */
  private static final long FOUNDING = 7_201;

  private static final int AT_ONCE = 1_000;

  private final PersonRepository persons;
  private final PassCards cards;
  private final PasswordEncoder passwords;
  private final OpenSessions sessions;
  private final Ledger ledger;
  private final ApplicationEventPublisher events;
  private final String address;

  People(
      PersonRepository persons,
      PassCards cards,
      PasswordEncoder passwords,
      OpenSessions sessions,
      Ledger ledger,
      ApplicationEventPublisher events,
      @Value("${kerygma.address}") String address) {
    this.persons = persons;
    this.cards = cards;
    this.passwords = passwords;
    this.sessions = sessions;
    this.ledger = ledger;
    this.events = events;
    this.address = address;
  }

  public UUID addTeacher(String name, String email, String password) {
    return persons
        .save(new Person(Role.TEACHER, name, normal(email), passwords.encode(password)))
        .id();
  }

  /** Adds a student whose address may not be known. */
  public UUID addStudent(String name, Optional<String> email) {
    return persons
        .save(
            new Person(
                Role.STUDENT,
                PersonNames.asSaid(name),
                email.map(People::normal).orElse(null),
                null))
        .id();
  }

  /** The persons of a role who have one of the addresses, by address; several may have the same. */
  @Transactional(readOnly = true)
  public Map<String, Set<UUID>> byEmails(Collection<String> emails, Role role) {
    Map<String, Set<UUID>> found = new HashMap<>();
    List<String> all = emails.stream().map(People::normal).distinct().toList();
    for (int from = 0; from < all.size(); from += AT_ONCE) {
      persons
          .withEmails(all.subList(from, Math.min(all.size(), from + AT_ONCE)), role)
          .forEach(
              p ->
                  found
                      .computeIfAbsent(String.valueOf(p.email()), e -> new LinkedHashSet<>())
                      .add(p.id()));
    }
    return found;
  }

  @Transactional(readOnly = true)
  public Optional<UUID> teacherByEmail(String email) {
    return persons.findByEmailAndRole(normal(email), Role.TEACHER).map(Person::id);
  }

  public UUID addGuardian(String name, Optional<String> email, Set<UUID> students) {
    Person guardian =
        new Person(
            Role.GUARDIAN, PersonNames.asSaid(name), email.map(People::normal).orElse(null), null);
    guardian.students().addAll(students);
    return persons.save(guardian).id();
  }

  /**
   * Adds a teacher who has no password yet.
   *
   * @return the person, to whom {@link #invitation} gives a link
   */
  public UUID invite(String email, UUID by) {
    String address = normal(email);
    if (!isAddress(address)) {
      throw Problem.refused("email");
    }
    return persons.save(Person.invited(address, by)).id();
  }

  /**
   * The link with which an invited teacher makes an account, for whoever invited them; nothing for
   * others, and nothing once the account is made.
   */
  @Transactional(readOnly = true)
  public Optional<String> invitation(UUID teacher, UUID asker) {
    return persons
        .findById(teacher)
        .filter(p -> p.isInvitedBy(asker))
        .map(p -> address + "/welcome/" + cards.invitation(p.id(), p.card()));
  }

  /** Whom an invitation invites. */
  @Transactional(readOnly = true)
  Optional<SignedIn> byInvitation(String key) {
    return invited(key).map(Person::signedIn);
  }

  private Optional<Person> invited(String key) {
    return cards
        .personOf(key)
        .flatMap(persons::findById)
        .filter(
            p ->
                p.role() == Role.TEACHER
                    && p.passwordHash() == null
                    && cards.isGoodInvitation(key, p.id(), p.card()));
  }

  /**
   * Makes the account of an invited teacher.
   *
   * @throws Problem if the invitation is not good, or the name or password is none
   */
  SignedIn accept(String key, String name, String password) {
    Person person = invited(key).orElseThrow(() -> Problem.refused("invitation"));
    NewAccount.check(name, password);
    person.accept(name.strip(), passwords.encode(password));
    return person.signedIn();
  }

  /**
   * Puts right what a student or guardian is called and where their letters go. An address links
   * nobody.
   *
   * @throws Problem that names the field, if it is no name or no address
   */
  public void correct(UUID person, String name, String email) {
    if (name.isBlank() || name.strip().length() > 120) {
      throw Problem.refused("name").at("name");
    }
    if (!email.isBlank() && !isAddress(email)) {
      throw Problem.refused("email").at("email");
    }
    persons
        .findById(person)
        .filter(p -> p.signedIn().role() != Role.TEACHER)
        .orElseThrow(Problem::notFound)
        .correct(PersonNames.asSaid(name), email.isBlank() ? null : normal(email));
  }

  /**
   * In what language somebody reads captions: as they have chosen, else as one of their guardians
   * has.
   *
   * @return nothing if nobody has; empty text for what is spoken
   */
  @Transactional(readOnly = true)
  public Optional<String> captionLanguage(UUID person) {
    return persons
        .findById(person)
        .flatMap(Person::captionLanguage)
        .or(
            () ->
                persons.guardiansOf(List.of(person)).stream()
                    .map(Person::captionLanguage)
                    .flatMap(Optional::stream)
                    .findFirst());
  }

  /** Somebody chooses in what language they read captions. */
  public void readCaptionsIn(UUID person, String language) {
    persons.findById(person).orElseThrow(Problem::notFound).readCaptionsIn(language);
  }

  /** Gives a guardian one more student. */
  public void guardAlso(UUID guardian, UUID student) {
    persons.findById(guardian).orElseThrow(Problem::notFound).students().add(student);
  }

  /** Has whoever sets a school up wait until another who does so is through. */
  public void oneAtATime() {
    persons.lock(FOUNDING);
  }

  /** Whether a text is an address that can be written to. */
  public static boolean isAddress(String email) {
    return normal(email).matches("[^@\\s]+@[^@\\s]+") && normal(email).length() <= 120;
  }

  /** Whether the database is empty. */
  @Transactional(readOnly = true)
  public boolean nobodyYet() {
    return persons.count() == 0;
  }

  static String normal(String email) {
    return email.strip().toLowerCase(Locale.ROOT);
  }

  @Transactional(readOnly = true)
  public Map<UUID, Contact> contacts(Collection<UUID> ids) {
    Map<UUID, Contact> contacts = new HashMap<>();
    for (Person p : persons.findAllById(ids)) {
      contacts.put(p.id(), contact(p));
    }
    return contacts;
  }

  private static Contact contact(Person p) {
    return new Contact(p.id(), p.role(), p.name(), Optional.ofNullable(p.email()));
  }

  /** Guardians of any of the students. */
  @Transactional(readOnly = true)
  public List<Contact> guardiansOf(Collection<UUID> students) {
    return students.isEmpty()
        ? List.of()
        : persons.guardiansOf(students).stream().map(People::contact).toList();
  }

  /** For every guardian of one of the students: which of them. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> studentsByGuardian(Collection<UUID> students) {
    Map<UUID, Set<UUID>> pairs = new HashMap<>();
    if (!students.isEmpty()) {
      for (Object[] pair : persons.guardianPairs(students)) {
        pairs.computeIfAbsent((UUID) pair[0], added -> new HashSet<>()).add((UUID) pair[1]);
      }
    }
    return pairs;
  }

  /** The students of each of some guardians; one who guards none is not in it. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> studentsOf(Collection<UUID> guardians) {
    Map<UUID, Set<UUID>> pairs = new HashMap<>();
    if (!guardians.isEmpty()) {
      for (Object[] pair : persons.studentPairs(guardians)) {
        pairs.computeIfAbsent((UUID) pair[0], added -> new HashSet<>()).add((UUID) pair[1]);
      }
    }
    return pairs;
  }

  @Transactional(readOnly = true)
  public List<UUID> studentsOf(UUID guardian) {
    return persons.studentsOf(guardian);
  }

  /** The links on the pass cards, by person. */
  @Transactional(readOnly = true)
  public Map<UUID, String> cardLinks(Collection<UUID> ids) {
    Map<UUID, String> links = new HashMap<>();
    for (Person p : persons.findAllById(ids)) {
      if (p.role() != Role.TEACHER) {
        links.put(p.id(), address + "/in/" + cards.key(p.id(), p.card()));
      }
    }
    return links;
  }

  /** The number of a person's card: another takes its place with another number. */
  @Transactional(readOnly = true)
  public int card(UUID person) {
    return persons.findById(person).orElseThrow(Problem::notFound).card();
  }

  /** Makes all earlier cards of a person worthless, and ends what was opened with them. */
  public void replaceCard(UUID person) {
    persons.findById(person).orElseThrow(Problem::notFound).replaceCard();
    sessions.end(person);
  }

  /** Makes one person of two: everything of the first becomes the second's. */
  public void merge(UUID from, UUID to) {
    persons.hold(from);
    Person one = persons.findById(from).orElseThrow(Problem::notFound);
    Person other = persons.findById(to).orElseThrow(Problem::notFound);
    if (one.role() != other.role() || one.role() == Role.TEACHER || from.equals(to)) {
      throw new IllegalArgumentException("Not one person: " + from + " and " + to);
    }
    other.students().addAll(one.students());
    one.students().clear();
    for (Person guardian : persons.guardiansOf(Set.of(from))) {
      guardian.students().remove(from);
      guardian.students().add(to);
    }
    persons.flush();
    events.publishEvent(new PersonMerged(from, to));
    ledger.merge(from, to);
    sessions.end(from);
    persons.delete(one);
    persons.flush();
  }

  /** Whom a pass card signs in. */
  @Transactional(readOnly = true)
  Optional<SignedIn> byCard(String key) {
    return cards
        .personOf(key)
        .flatMap(persons::findById)
        .filter(p -> p.role() != Role.TEACHER && cards.isGood(key, p.id(), p.card()))
        .map(Person::signedIn);
  }

  /** Erases a student, with those who guard nobody else, and all that is kept about them. */
  public void erase(UUID student) {
    for (Person guardian : persons.guardiansOf(Set.of(student))) {
      guardian.students().remove(student);
      if (guardian.students().isEmpty()) {
        eraseOne(guardian.id());
      }
    }
    persons.flush();
    eraseOne(student);
  }

  private void eraseOne(UUID person) {
    persons.hold(person);
    events.publishEvent(new PersonErased(person));
    persons.flush();
    ledger.erase(person);
    sessions.end(person);
    persons.deleteById(person);
    persons.flush();
  }

  /** The link of a person's calendar feed. */
  @Transactional(readOnly = true)
  public String feedLink(UUID person) {
    Person p = persons.findById(person).orElseThrow(Problem::notFound);
    return address + "/feeds/" + cards.feedKey(p.id(), p.card()) + ".ics";
  }

  /** Whose calendar feed a key opens. */
  @Transactional(readOnly = true)
  public Optional<SignedIn> byFeed(String key) {
    return cards
        .personOf(key)
        .flatMap(persons::findById)
        .filter(p -> cards.isGoodFeed(key, p.id(), p.card()))
        .map(Person::signedIn);
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.byHand("guardian_student", "guardian_id"),
        Kept.byHand("guardian_student", "student_id"),
        Kept.teachers("person", "invited_by"));
  }
}
