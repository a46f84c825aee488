package school.kerygma.app.classroom.notes;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.MorningAfter;

/** The required work of a section that students have been shown, when it is due, and who did it. */
@Component
@Transactional(readOnly = true)
class DueWork {

  /** A task. */
  record Item(String title, int minutes, Instant due) {}

  /**
   * All of it.
   *
   * @param students sorted by their names
   * @param done by student and task
   */
  record Work(
      List<MorningAfter.Due> dues,
      Map<UUID, Item> byTask,
      List<UUID> students,
      Map<UUID, Map<UUID, Instant>> done) {}

  private final Tasks tasks;
  private final Postings postings;
  private final Audience audience;
  private final People people;
  private final FamilyLanguage languages;
  private final Wording show = new Wording();

  DueWork(
      Tasks tasks, Postings postings, Audience audience, People people, FamilyLanguage languages) {
    this.tasks = tasks;
    this.postings = postings;
    this.audience = audience;
    this.people = people;
    this.languages = languages;
  }

  Work of(SectionView section, Instant now) {
    Standing standing =
        Standing.of(
            postings.ofSections(List.of(section.id())).stream().map(d -> d.at(now)).toList(), now);
    List<MorningAfter.Due> dues = new ArrayList<>();
    Map<UUID, Item> byTask = new HashMap<>();
    for (TaskView task :
        tasks.between(
            List.of(section.id()), section.calendar().firstMonday(), section.calendar().end())) {
      if (task.sheet().in(section.id()).required()) {
        standing
            .seen(task.id(), section.id())
            .flatMap(d -> standing.due(task, section))
            .ifPresent(
                due -> {
                  dues.add(new MorningAfter.Due(task.id(), due.at()));
                  byTask.put(
                      task.id(),
                      new Item(task.title(), task.sheet().in(section.id()).minutes(), due.at()));
                });
      }
    }
    Map<UUID, People.Contact> names = people.contacts(section.students());
    return new Work(
        dues,
        byTask,
        section.students().stream()
            .sorted(Comparator.comparing(s -> There.in(names, s), People.Contact.BY_FAMILY_NAME))
            .toList(),
        audience.ticks(section.students(), byTask.keySet()));
  }

  /** What is open, a line a task, in the language of whoever is written to. */
  String words(SectionView section, List<UUID> tasks, Map<UUID, Item> byTask) {
    return tasks.stream()
        .map(
            t -> {
              Item item = There.in(byTask, t);
              return languages.text(
                  "note.open",
                  item.title(),
                  item.minutes(),
                  show.moment(item.due(), section.zone()));
            })
        .collect(Collectors.joining("\n"));
  }
}
