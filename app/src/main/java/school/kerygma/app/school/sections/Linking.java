package school.kerygma.app.school.sections;

import java.time.Clock;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.MailKeys;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.roster.PersonNames;

/**
 * Decides whether an address that a teacher writes down is that of somebody whom this teacher
 * shares already, and asks everybody else by mail.
 */
@Service
@Transactional
public class Linking implements Keeps {

  /**
   * Whom a teacher shares in a school: students of the sections that they teach there, and those
   * who guard these.
   */
  public record Shared(Set<UUID> students, Set<UUID> guardians) {

    /** Whether somebody with an address is shared; {@code all} are the persons who have it. */
    public Optional<UUID> among(Set<UUID> all, Role role) {
      Set<UUID> own = role == Role.STUDENT ? students : guardians;
      return all.stream().filter(own::contains).findFirst();
    }

    public void add(UUID person, Role role) {
      (role == Role.STUDENT ? students : guardians).add(person);
    }
  }

  /**
   * A question as a page shows it.
   *
   * @param lastDay until when somebody is to stand in; null if they are to teach
   * @param name whom the question is about, of a student or guardian
   */
  public record Question(
      UUID id,
      Role kind,
      String asker,
      String section,
      String school,
      @Nullable LocalDate lastDay,
      String name) {}

  /** More letters from one teacher to one address would be a nuisance. */
  private static final int MOST_OPEN = 3;

  private final LinkRequest.Repository requests;
  private final Section.Repository sections;
  private final SectionReads reads;
  private final People people;
  private final MailKeys keys;
  private final ApplicationEventPublisher events;
  private final FamilyLanguage languages;
  private final Clock clock;

  Linking(
      LinkRequest.Repository requests,
      Section.Repository sections,
      SectionReads reads,
      People people,
      MailKeys keys,
      ApplicationEventPublisher events,
      FamilyLanguage languages,
      Clock clock) {
    this.requests = requests;
    this.sections = sections;
    this.reads = reads;
    this.people = people;
    this.keys = keys;
    this.events = events;
    this.languages = languages;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public Shared shared(UUID teacher, UUID school) {
    Set<UUID> students = new HashSet<>(sections.studentsTaughtAt(teacher, school));
    return new Shared(
        students, new HashSet<>(people.studentsByGuardian(Set.copyOf(students)).keySet()));
  }

  /**
   * Asks those who have an address already whether they are the person who was made meanwhile.
   *
   * @param known who have the address, and are not shared
   */
  public void ask(UUID teacher, UUID section, Role kind, Set<UUID> known, UUID meanwhile) {
    // Of several with one address the first is asked: the letter goes to the same mailbox.
    known.stream()
        .sorted()
        .findFirst()
        .filter(person -> requests.open(teacher, person) < MOST_OPEN)
        .ifPresent(
            person ->
                send(
                    requests.save(
                        new LinkRequest(
                            kind, person, teacher, section, meanwhile, null, clock.instant()))));
  }

  /** Asks a teacher to teach a section too, or to stand in there. */
  void askTeacher(UUID asker, UUID section, UUID teacher, Optional<LocalDate> lastDay) {
    boolean asked =
        requests.ofTeacher(teacher).stream()
            .anyMatch(r -> r.sectionId().equals(section) && r.lastDay().equals(lastDay));
    if (!asked) {
      send(
          requests.save(
              new LinkRequest(
                  Role.TEACHER,
                  teacher,
                  asker,
                  section,
                  null,
                  lastDay.orElse(null),
                  clock.instant())));
    }
  }

  private void send(LinkRequest request) {
    Question q = question(request);
    String link = keys.link("/yes", request.id());
    String kind = request.kind().name().toLowerCase(Locale.ROOT);
    events.publishEvent(
        languages.to(
            request.personId(),
            () ->
                new LetterToSend(
                    request.personId(),
                    languages.text("mail.link." + kind + ".subject", q.section()),
                    languages.text(
                        "mail.link." + kind + ".body",
                        q.asker(),
                        q.section(),
                        q.school(),
                        q.name(),
                        link))));
  }

  private Question question(LinkRequest r) {
    SectionView section = reads.find(r.sectionId()).orElseThrow();
    Set<UUID> named = new HashSet<>(Set.of(r.askerId()));
    r.meanwhileId().ifPresent(named::add);
    Map<UUID, People.Contact> contacts = people.contacts(named);
    return new Question(
        r.id(),
        r.kind(),
        There.in(contacts, r.askerId()).name(),
        section.name(),
        section.school(),
        r.lastDay().orElse(null),
        r.meanwhileId().map(m -> There.in(contacts, m).name()).orElse(""));
  }

  /** What a link in a letter asks, unless it was answered. */
  @Transactional(readOnly = true)
  Optional<Question> byLink(String key) {
    return keys.about(key)
        .flatMap(requests::findById)
        .filter(LinkRequest::open)
        .map(this::question);
  }

  /** What a teacher is asked by others. */
  @Transactional(readOnly = true)
  public List<Question> askedOf(UUID teacher) {
    return requests.ofTeacher(teacher).stream().map(this::question).toList();
  }

  /** Who was asked to teach a section or stand in there, and has not answered. */
  @Transactional(readOnly = true)
  List<String> waitingFor(UUID section) {
    List<UUID> asked =
        requests.ofSection(section).stream().map(LinkRequest::personId).distinct().toList();
    return people.contacts(asked).values().stream()
        .map(People.Contact::name)
        .sorted(PersonNames.BY_FAMILY_NAME)
        .toList();
  }

  void answerByLink(String key, boolean yes) {
    answer(
        keys.about(key)
            .flatMap(requests::findById)
            .filter(LinkRequest::open)
            .orElseThrow(() -> Problem.conflict("asked-no-more")),
        yes);
  }

  /**
   * A signed-in teacher answers.
   *
   * @throws Problem if it was answered, or somebody else is asked
   */
  public void answer(UUID teacher, UUID request, boolean yes) {
    answer(
        requests
            .findById(request)
            .filter(r -> r.open() && r.personId().equals(teacher))
            .orElseThrow(() -> Problem.conflict("asked-no-more")),
        yes);
  }

  private void answer(LinkRequest request, boolean yes) {
    Optional<UUID> meanwhile = request.meanwhileId();
    request.answer(clock.instant());
    requests.flush();
    if (!yes) {
      return;
    }
    if (request.kind() != Role.TEACHER) {
      meanwhile.ifPresent(m -> people.merge(m, request.personId()));
      return;
    }
    Section section = sections.findById(request.sectionId()).orElseThrow(Problem::notFound);
    request
        .lastDay()
        .ifPresentOrElse(
            day -> {
              if (!section.teachers().contains(request.personId())) {
                section.substitutes().put(request.personId(), day);
              }
            },
            () -> {
              section.substitutes().remove(request.personId());
              section.teachers().add(request.personId());
            });
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.dropped("link_request", "person_id"),
        Kept.dropped("link_request", "asker_id"),
        Kept.dropped("link_request", "meanwhile_id"));
  }
}
