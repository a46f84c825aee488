package school.kerygma.app.classroom.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.app.classroom.notes.Note;
import school.kerygma.app.classroom.posting.DeliveryView;

/**
 * What the page of a family shows: all children together, who is late first.
 *
 * @param now at which it is shown
 */
record FamilyPage(List<Child> children, LocalDate today, Instant now) {

  /** A child's row. */
  record Child(
      UUID id,
      String name,
      List<TaskLists.SectionList> sections,
      long late,
      long open,
      long done) {}

  /** In which sections the children sit. */
  Set<UUID> sections() {
    return children.stream()
        .flatMap(c -> c.sections().stream())
        .map(list -> list.section().id())
        .collect(Collectors.toSet());
  }

  /** The lines to families that hold now. */
  public List<String> lines(TaskLists.SectionList list) {
    return list.up().reversed().stream()
        .map(d -> d.toFamiliesAt(now))
        .filter(line -> !line.isEmpty())
        .distinct()
        .toList();
  }

  /** What can be watched, each once. */
  public List<DeliveryView> watchable(TaskLists.SectionList list) {
    return list.up().stream().filter(d -> d.walkthrough().isPresent()).toList();
  }

  /** Of some notes those about a child in a section. */
  public List<Note> notes(List<Note> all, Child child, TaskLists.SectionList list) {
    return all.stream()
        .filter(n -> n.student().equals(child.id()) && n.section().equals(list.section().id()))
        .toList();
  }
}
