package school.kerygma.app.classroom.notes;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.audience.MorningAfter;

/**
 * Reminds, early on the morning after, who has not done what was due; a morning of a section once.
 */
@Component
public class Reminders {

  private static final Logger LOG = LoggerFactory.getLogger(Reminders.class);

  private final Reminding rules;
  private final DueWork work;
  private final Notes notes;
  private final Sections sections;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Reminders(
      Reminding rules,
      DueWork work,
      Notes notes,
      Sections sections,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.rules = rules;
    this.work = work;
    this.notes = notes;
    this.sections = sections;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** Writes what is to be written now. */
  public void write() {
    for (Reminding.Rule rule : rules.due()) {
      try {
        inTransaction.executeWithoutResult(t -> write(rule));
      } catch (RuntimeException e) {
        LOG.warn(
            "Students of {} could not be reminded: {}",
            rule.section(),
            e.getClass().getSimpleName());
      }
    }
  }

  private void write(Reminding.Rule rule) {
    SectionView section = sections.get(rule.section());
    Instant now = clock.instant();
    // After a night in which the server stood still it is done in the morning.
    if (MorningAfter.isAwake(now, section.calendar()) && rules.look(rule, section, now)) {
      if (!section.isOver(now)) {
        send(section, rule.teacher(), told(section, rule, rule.looked(), now));
      }
    }
  }

  /** Whom the rule would remind now, of all that was due since it was looked last. */
  Told now(SectionView section) {
    Optional<Reminding.Rule> rule =
        Optional.ofNullable(rules.of(List.of(section.id())).get(section.id()));
    return told(
        section,
        rule.orElse(null),
        rule.map(Reminding.Rule::looked).orElse(Instant.EPOCH),
        clock.instant());
  }

  /** Students who are told the same. */
  record Alike(List<UUID> tasks, boolean family, List<MorningAfter.Telling> students) {}

  /** What some students are told, and what their work is called. */
  record Told(List<MorningAfter.Telling> tellings, Map<UUID, DueWork.Item> work) {

    /** Those together who are told the same, the most first. */
    public List<Alike> alike() {
      Map<List<?>, List<MorningAfter.Telling>> same = new LinkedHashMap<>();
      tellings.forEach(
          t ->
              same.computeIfAbsent(List.of(t.tasks(), t.family()), first -> new ArrayList<>())
                  .add(t));
      return same.values().stream()
          .map(all -> new Alike(all.getFirst().tasks(), all.getFirst().family(), all))
          .sorted(Comparator.comparing((Alike a) -> a.students().size()).reversed())
          .toList();
    }
  }

  private Told told(
      SectionView section, Reminding.@Nullable Rule rule, Instant since, Instant now) {
    DueWork.Work due = work.of(section, now);
    Map<UUID, List<Instant>> earlier = new HashMap<>();
    notes.about(section.id(), section.students()).stream()
        .filter(n -> n.kind() == Note.Kind.REMINDER)
        .forEach(n -> earlier.computeIfAbsent(n.student(), first -> new ArrayList<>()).add(n.at()));
    MorningAfter morning = rule == null ? Reminding.USUAL : rule.morning();
    return new Told(
        morning.tell(since, now, due.dues(), due.students(), due.done(), earlier), due.byTask());
  }

  /** What it would have told in the week before. */
  Week lastWeek(SectionView section, MorningAfter morning) {
    Instant now = clock.instant();
    DueWork.Work due = work.of(section, now);
    return new Week(
        morning.before(7, section.calendar(), now, due.dues(), due.students(), due.done()),
        due.byTask());
  }

  /** The mornings of a week. */
  record Week(List<MorningAfter.Morning> mornings, Map<UUID, DueWork.Item> work) {}

  /** A teacher sends what the rule would. */
  int send(SectionView section, UUID teacher) {
    Told told = now(section);
    rules.looked(section, teacher, clock.instant());
    send(section, teacher, told);
    return told.tellings().size();
  }

  private void send(SectionView section, UUID teacher, Told told) {
    for (MorningAfter.Telling telling : told.tellings()) {
      notes.remind(
          section,
          telling.student(),
          teacher,
          () -> work.words(section, telling.tasks(), told.work()),
          telling.time(),
          telling.family());
    }
  }

  /** What is run every minute, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> remindersTask(Reminders reminders) {
      return Tasks.recurring("reminders", FixedDelay.of(Duration.ofMinutes(1)))
          .execute((instance, context) -> reminders.write());
    }
  }
}
