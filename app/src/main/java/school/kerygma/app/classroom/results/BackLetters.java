package school.kerygma.app.classroom.results;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.messages.BackMail;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/** Tells students and their families that work came back: once, a little after it was seen to. */
@Component
public class BackLetters {

  /** So long a teacher may take it back before anybody is told. */
  private static final Duration PATIENCE = Duration.ofMinutes(5);

  private static final Logger LOG = LoggerFactory.getLogger(BackLetters.class);

  private final Results results;
  private final HandIns handIns;
  private final school.kerygma.app.plan.planning.Tasks tasks;
  private final Sections sections;
  private final People people;
  private final FamilyLanguage languages;
  private final BackMail mail;
  private final TransactionTemplate inTransaction;

  BackLetters(
      Results results,
      HandIns handIns,
      school.kerygma.app.plan.planning.Tasks tasks,
      Sections sections,
      People people,
      FamilyLanguage languages,
      BackMail mail,
      TransactionTemplate inTransaction) {
    this.results = results;
    this.handIns = handIns;
    this.tasks = tasks;
    this.sections = sections;
    this.people = people;
    this.languages = languages;
    this.mail = mail;
    this.inTransaction = inTransaction;
  }

  /** Tells of what came back and was not told yet. */
  public void write() {
    for (UUID together : results.untold(PATIENCE)) {
      try {
        inTransaction.executeWithoutResult(t -> tell(together));
      } catch (RuntimeException e) {
        LOG.warn("What came back could not be told: {}", e.getClass().getSimpleName());
      }
    }
  }

  /** Of two that tell at once only one has results to tell of. */
  private void tell(UUID together) {
    List<ResultView> told = results.tell(together);
    if (told.isEmpty()) {
      return;
    }
    ResultView first = told.getFirst();
    SectionView section = sections.get(first.section());
    String title = tasks.find(first.task()).map(TaskView::title).orElse("");
    Map<UUID, Set<UUID>> versions =
        handIns.handedIn(section.id()).getOrDefault(first.task(), Map.of());
    Map<UUID, ResultView> byStudent = new HashMap<>();
    for (ResultView result : told) {
      section.students().stream()
          .filter(s -> isOf(result, s, versions.getOrDefault(s, Set.of())))
          .forEach(s -> byStudent.put(s, result));
    }
    Map<UUID, People.Contact> contacts = people.contacts(byStudent.keySet());
    String subject = text("mail.back.subject", title, section.name());
    List<BackMail.Letter> letters = new ArrayList<>();
    byStudent.forEach(
        (student, result) ->
            letters.add(
                new BackMail.Letter(
                    student,
                    true,
                    subject,
                    text(
                        "mail.back.student",
                        There.in(contacts, student).name(),
                        section.name(),
                        line(title, result)))));
    Map<UUID, Set<UUID>> guarded = people.studentsByGuardian(byStudent.keySet());
    Map<UUID, Locale> chosen = languages.of(guarded.keySet());
    guarded.forEach(
        (guardian, children) ->
            letters.add(
                FamilyLanguage.in(
                    chosen.getOrDefault(guardian, Locale.US),
                    () ->
                        new BackMail.Letter(
                            guardian,
                            false,
                            text("mail.back.subject", title, section.name()),
                            children.stream()
                                .map(
                                    c ->
                                        text(
                                            "mail.back.guardian",
                                            There.in(contacts, c).name(),
                                            section.name(),
                                            line(title, There.in(byStudent, c))))
                                .sorted()
                                .collect(Collectors.joining("\n\n"))))));
    mail.send(together, section, letters);
  }

  /** Whether it is of a student's work, alone or together with others. */
  private static boolean isOf(ResultView result, UUID student, Set<UUID> versions) {
    return result.handIn().map(versions::contains).orElse(result.student().equals(student));
  }

  private String line(String title, ResultView result) {
    String share =
        result.given().sum().map(BigDecimal::toPlainString).orElse("")
            + result
                .given()
                .outOf()
                .filter(o -> result.given().sum().isPresent())
                .map(o -> " / " + o.toPlainString())
                .orElse("");
    return text(
        "mail.week.back",
        title,
        share,
        result.given().words().isEmpty() ? 0 : 1,
        result.given().words());
  }

  private String text(String key, Object... details) {
    return languages.text(key, details);
  }

  /** What is run every few minutes, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> backLettersTask(BackLetters letters) {
      return Tasks.recurring("back-letters", FixedDelay.of(Duration.ofMinutes(3)))
          .execute((instance, context) -> letters.write());
    }
  }
}
