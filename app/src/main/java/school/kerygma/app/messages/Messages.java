package school.kerygma.app.messages;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.MessageSource;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.accounts.Letter;
import school.kerygma.app.accounts.People;
import school.kerygma.app.accounts.PersonErased;
import school.kerygma.app.accounts.PersonMerged;
import school.kerygma.app.accounts.Remembers;
import school.kerygma.app.frame.Wording;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.DeliveryWentUp;
import school.kerygma.app.posting.PostedTitles;
import school.kerygma.app.posting.Standing;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.app.work.Nightly;

/**
 * Writes the messages when a delivery goes up, in the same transaction: one for every student and
 * one for every guardian, whatever is tried again. Sending follows on its own.
 */
@Component
class Messages implements Remembers {

  private final Message.Repository messages;
  private final Sections sections;
  private final People people;
  private final Tasks tasks;
  private final PostedTitles titles;
  private final ObjectProvider<SchedulerClient> scheduler;
  private final MessageSource words;
  private final Clock clock;
  private final Wording show = new Wording();

  Messages(
      Message.Repository messages,
      Sections sections,
      People people,
      Tasks tasks,
      PostedTitles titles,
      ObjectProvider<SchedulerClient> scheduler,
      MessageSource words,
      Clock clock) {
    this.messages = messages;
    this.sections = sections;
    this.people = people;
    this.tasks = tasks;
    this.titles = titles;
    this.scheduler = scheduler;
    this.words = words;
    this.clock = clock;
  }

  @EventListener
  void on(DeliveryWentUp event) {
    DeliveryView delivery = event.delivery();
    SectionView section = sections.get(delivery.section());
    Map<UUID, Set<UUID>> guarded = people.studentsByGuardian(section.students());
    Map<UUID, People.Contact> contacts = people.contacts(section.students());
    Map<UUID, String> links = people.cardLinks(guarded.keySet());
    links.putAll(people.cardLinks(section.students()));
    for (UUID student : section.students()) {
      write(
          delivery,
          student,
          "student",
          body(
              delivery,
              section,
              "student",
              contacts.get(student).name(),
              delivery.toStudents(),
              links.get(student)));
    }
    guarded.forEach(
        (guardian, children) -> {
          String names =
              children.stream()
                  .map(c -> contacts.get(c).name())
                  .sorted()
                  .collect(Collectors.joining(", "));
          write(
              delivery,
              guardian,
              "guardian",
              body(
                  delivery,
                  section,
                  "guardian",
                  names,
                  delivery.toFamilies(),
                  links.get(guardian)));
        });
  }

  private void write(DeliveryView delivery, UUID to, String kind, String body) {
    if (!messages.existsByDeliveryIdAndToId(delivery.id(), to)) {
      String subject =
          text(
              "mail." + kind + ".subject",
              titles.of(delivery),
              sections.get(delivery.section()).name());
      keep(new Message(delivery.id(), to, subject, body, clock.instant()));
    }
  }

  private void keep(Message written) {
    Message message = messages.save(written);
    scheduler
        .getObject()
        .scheduleIfNotExists(
            Sending.TASK.instance(message.id().toString()).scheduledTo(Instant.now()));
  }

  /** A letter that is about no posting. */
  @EventListener
  void on(Letter letter) {
    keep(new Message(null, letter.to(), letter.subject(), letter.body(), clock.instant()));
  }

  @EventListener
  void on(PersonErased erased) {
    messages.forget(erased.person());
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    messages.forgetOld(night.now());
  }

  @Override
  public String heading() {
    return "letters";
  }

  @Override
  public List<?> about(UUID person) {
    return messages.to(person).stream()
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

  /** What was written to one of two is not told to the other: they have their own. */
  @EventListener
  void on(PersonMerged merged) {
    messages.forget(merged.from());
  }

  private String body(
      DeliveryView delivery,
      SectionView section,
      String kind,
      String names,
      String note,
      String link) {
    List<String> lines = new ArrayList<>();
    lines.add(text("mail." + kind + ".opening", names, titles.of(delivery), section.name()));
    if (!note.isBlank()) {
      lines.add(note.strip());
    }
    List<TaskView> all =
        tasks.among(delivery.tasks()).stream().map(t -> t.in(section.id())).toList();
    if (all.isEmpty()) {
      lines.add(due(delivery.moments().dueAt(), section));
    } else {
      Standing standing = Standing.of(List.of(delivery), clock.instant());
      lines.add(
          all.stream()
              .map(t -> line(t, standing.due(t, section).orElseThrow().at(), section))
              .collect(Collectors.joining("\n")));
    }
    lines.add(text("mail." + kind + ".link", link));
    return String.join("\n\n", lines);
  }

  private String line(TaskView task, Instant due, SectionView section) {
    return text("mail.task", task.title(), task.sheet().minutes(), due(due, section));
  }

  private String due(Instant at, SectionView section) {
    return text(
        "mail.due", show.fullDay(section.calendar().dateOf(at)), show.time(at, section.zone()));
  }

  private String text(String key, Object... details) {
    return words.getMessage(key, details, Locale.US);
  }
}
