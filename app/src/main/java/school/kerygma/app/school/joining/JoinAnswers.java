package school.kerygma.app.school.joining;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/** Lets in who has asked, or does not, and tells them. */
@Service
@Transactional
public class JoinAnswers {

  /** How long the page of somebody who was let in opens theirs. */
  private static final Duration OPENS_FOR = Duration.ofDays(1);

  private final Joinings joinings;
  private final JdbcClient sql;
  private final Rosters rosters;
  private final Sections sections;
  private final People people;
  private final JoinedLetters letters;
  private final EntityManager entities;
  private final Clock clock;

  JoinAnswers(
      Joinings joinings,
      JdbcClient sql,
      Rosters rosters,
      Sections sections,
      People people,
      JoinedLetters letters,
      EntityManager entities,
      Clock clock) {
    this.joinings = joinings;
    this.sql = sql;
    this.rosters = rosters;
    this.sections = sections;
    this.people = people;
    this.letters = letters;
    this.entities = entities;
    this.clock = clock;
  }

  /**
   * The pass-card link of somebody who was let in, from the page on which they waited: once, in the
   * browser that asked. Whoever asked for somebody else passes the page on, to any one browser.
   *
   * @throws Problem if they were not let in, or longer ago than a day, if it was opened before, if
   *     the card has been replaced since, or if they have no place any more
   */
  String cardOf(String key, Optional<String> browser) {
    Joinings.Request request = joinings.byLink(key);
    UUID person = request.person().orElse(null);
    if (request.state() != Joinings.State.IN
        || person == null
        || isOver(request)
        || !request.opensIn(browser)
        || people.card(person) != request.card()
        || !hasPlace(request.section(), person)) {
      throw Problem.refused("join-gone");
    }
    int first =
        sql.sql("update join_request set opened_at = ? where id = ? and opened_at is null")
            .params(clock.instant().atOffset(ZoneOffset.UTC), request.id())
            .update();
    if (first == 0) {
      throw Problem.refused("join-gone");
    }
    return There.in(people.cardLinks(Set.of(person)), person);
  }

  private boolean hasPlace(UUID section, UUID person) {
    Set<UUID> students = sections.get(section).students();
    return students.contains(person) || people.studentsByGuardian(students).containsKey(person);
  }

  /** Whether the page of somebody who was let in opens theirs no more. */
  boolean isOver(Joinings.Request request) {
    return request
        .answeredAt()
        .filter(at -> at.plus(OPENS_FOR).isBefore(clock.instant()))
        .isPresent();
  }

  /**
   * The teacher says yes or no.
   *
   * @param shown the number that the page of somebody who asks for a new card shows: that it is
   *     them the teacher hears from themselves, and not by a name that everybody knows
   * @param who the person on the roster that is meant: the student of a guardian, whose card is
   *     lost, or who asks for a place and has one; nothing if it is somebody new
   * @throws Problem if it was answered already, or nobody is meant where somebody must be
   */
  void answer(UUID section, UUID request, boolean yes, Optional<UUID> who, String shown) {
    Joinings.Request asked =
        joinings
            .requests("where id = ? for update", request, section)
            .orElseThrow(() -> Problem.conflict("join-answered"));
    if (yes && asked.shown() > 0 && !shown.strip().equals("" + asked.shown())) {
      throw Problem.refused("join-number").at("shown");
    }
    UUID person = yes ? let(sections.get(section), asked, who) : null;
    entities.flush(); // A new person is there before what names them.
    sql.sql(
            "update join_request set state = ?, answered_at = ?, person_id = coalesce(?, person_id), card = ? where id = ?")
        .param((yes ? Joinings.State.IN : Joinings.State.REFUSED).name())
        .param(clock.instant().atOffset(ZoneOffset.UTC))
        .param(person)
        .param(person == null ? null : people.card(person))
        .param(request)
        .update();
    if (person != null) {
      letters.tell(asked.section(), person);
    }
  }

  private UUID let(SectionView section, Joinings.Request asked, Optional<UUID> who) {
    return switch (asked.kind()) {
      case STUDENT -> {
        UUID student =
            asked
                .person()
                .or(() -> who.map(w -> among(section.students(), w)))
                .orElseGet(() -> people.addStudent(asked.name(), asked.email()));
        rosters.seat(section.id(), student);
        yield student;
      }
      case GUARDIAN -> {
        UUID student =
            among(
                section.students(), who.orElseThrow(() -> Problem.refused("join-whose").at("who")));
        UUID guardian =
            asked
                .person()
                .orElseGet(() -> people.addGuardian(asked.name(), asked.email(), Set.of()));
        people.guardAlso(guardian, student);
        yield guardian;
      }
      case CARD -> {
        Set<UUID> all = new HashSet<>(section.students());
        all.addAll(people.studentsByGuardian(section.students()).keySet());
        UUID person = among(all, who.orElseThrow(() -> Problem.refused("join-whose").at("who")));
        people.replaceCard(person);
        yield person;
      }
    };
  }

  private static UUID among(Set<UUID> all, UUID person) {
    if (!all.contains(person)) {
      throw Problem.notFound();
    }
    return person;
  }
}
