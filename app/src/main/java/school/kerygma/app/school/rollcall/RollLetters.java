package school.kerygma.app.school.rollcall;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.roll.RollCall.Presence;

/**
 * Writes to the families of those who did not answer, half an hour after the roll call has closed:
 * so long a teacher has to set right who is there all the same. What is set later is told by
 * nobody.
 */
@Component
public class RollLetters {

  static final Duration GRACE = Duration.ofMinutes(30);

  /** A letter later than this, after the server was down, would worry more than help. */
  private static final Duration TOO_LATE = Duration.ofHours(8);

  private static final Logger LOG = LoggerFactory.getLogger(RollLetters.class);

  private final RollCalls calls;
  private final Sections sections;
  private final People people;
  private final FamilyLanguage languages;
  private final ApplicationEventPublisher events;
  private final JdbcClient sql;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  RollLetters(
      RollCalls calls,
      Sections sections,
      People people,
      FamilyLanguage languages,
      ApplicationEventPublisher events,
      JdbcClient sql,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.calls = calls;
    this.sections = sections;
    this.people = people;
    this.languages = languages;
    this.events = events;
    this.sql = sql;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** Writes what is to be written now; a day of a section once. */
  public void write() {
    for (UUID section : sql.sql("select section_id from roll_call").query(UUID.class).list()) {
      try {
        inTransaction.executeWithoutResult(t -> write(sections.get(section)));
      } catch (RuntimeException e) {
        LOG.warn("Families of {} could not be told: {}", section, e.getClass().getSimpleName());
      }
    }
  }

  private void write(SectionView section) {
    Instant now = clock.instant();
    LocalDate day = section.calendar().dateOf(now);
    RollCalls.Setting setting = calls.of(section.id()).orElseThrow();
    if (calls.byTheClock(section, setting, day, day).isEmpty()) {
      return;
    }
    LocalTime closes =
        setting.call().on(day, section.meets(), section.calendar()).orElseThrow().closes();
    Instant from = section.calendar().at(day, closes).plus(GRACE);
    if (now.isBefore(from)
        || now.isAfter(from.plus(TOO_LATE))
        || sections.hears(section.id()) != Hears.BY_MAIL) {
      return;
    }
    int first =
        sql.sql("insert into roll_told (section_id, day) values (?, ?) on conflict do nothing")
            .params(section.id(), day)
            .update();
    if (first == 0) {
      return;
    }
    List<UUID> absent =
        calls.between(section, section.students(), day, day).entrySet().stream()
            .filter(e -> e.getValue().stream().anyMatch(c -> c.presence() == Presence.ABSENT))
            .map(Map.Entry::getKey)
            .toList();
    Map<UUID, People.Contact> names = people.contacts(absent);
    people
        .studentsByGuardian(absent)
        .forEach(
            (guardian, children) ->
                children.forEach(
                    child -> tell(guardian, There.in(names, child).name(), section, day, closes)));
  }

  private void tell(
      UUID guardian, String child, SectionView section, LocalDate day, LocalTime closes) {
    events.publishEvent(
        languages.to(guardian, () -> letter(guardian, child, section, day, closes)));
  }

  private LetterToSend letter(
      UUID guardian, String child, SectionView section, LocalDate day, LocalTime closes) {
    Wording wording = new Wording();
    Object[] details = {
      child,
      section.name(),
      wording.fullDay(day),
      wording.time(closes),
      people.cardLinks(Set.of(guardian)).get(guardian)
    };
    return new LetterToSend(
        guardian,
        languages.text("mail.absent.subject", details),
        languages.text("mail.absent.body", details));
  }

  /** What is run every minute, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> rollLettersTask(RollLetters letters) {
      return Tasks.recurring("roll-letters", FixedDelay.of(Duration.ofMinutes(1)))
          .execute((instance, context) -> letters.write());
    }
  }
}
