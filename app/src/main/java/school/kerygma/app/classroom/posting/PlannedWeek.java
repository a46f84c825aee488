package school.kerygma.app.classroom.posting;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** What sections do in a week, and which of it goes up together. */
@Component
class PlannedWeek {

  /**
   * What is put up together: a walkthrough with what it explains, or what none explains.
   *
   * @param lines whether what is written to them goes with it: with one of a section, not with all
   */
  record Group(@Nullable UUID talk, Set<UUID> tasks, boolean lines) {}

  private final Postings postings;
  private final Tasks tasks;
  private final ReadyTalks ready;

  PlannedWeek(Postings postings, Tasks tasks, ReadyTalks ready) {
    this.postings = postings;
    this.tasks = tasks;
    this.ready = ready;
  }

  List<TaskView> planned(List<SectionView> own, LocalDate monday) {
    return tasks.between(own.stream().map(SectionView::id).toList(), monday, monday.plusDays(6));
  }

  static List<TaskView> inWeek(List<TaskView> planned, SectionView section, LocalDate monday) {
    return planned.stream()
        .filter(
            t ->
                Optional.ofNullable(t.sheet().days().get(section.id()))
                    .filter(d -> SchoolCalendar.mondayOf(d).equals(monday))
                    .isPresent())
        .sorted(
            Comparator.comparing((TaskView t) -> t.sheet().days().get(section.id()))
                .thenComparing(TaskView::position))
        .toList();
  }

  /** Walkthroughs that a section has already, by another posting than what this form makes. */
  Set<UUID> others(UUID section, Set<UUID> talks, UUID form, List<TaskView> own) {
    Set<UUID> made =
        groups(own, talks, Set.of()).stream().map(g -> named(form, g)).collect(Collectors.toSet());
    return postings.ofSections(Set.of(section)).stream()
        .filter(d -> d.state() != Moments.State.WITHDRAWN && !made.contains(d.posting()))
        .flatMap(d -> d.walkthrough().stream())
        .collect(Collectors.toSet());
  }

  List<Group> groups(List<TaskView> own, Set<UUID> talks, Set<UUID> already) {
    Set<UUID> left = own.stream().map(TaskView::id).collect(Collectors.toSet());
    List<Group> groups = new ArrayList<>();
    for (UUID talk : talks) {
      Set<UUID> explained = already.contains(talk) ? Set.of() : ready.explained(talk, left);
      if (!explained.isEmpty()) {
        groups.add(new Group(talk, Set.copyOf(explained), groups.isEmpty()));
        left.removeAll(explained);
      }
    }
    if (!left.isEmpty()) {
      groups.add(new Group(null, Set.copyOf(left), groups.isEmpty()));
    }
    return groups;
  }

  /** A section's tasks of the week that are chosen on the form. */
  List<TaskView> going(SectionView section, LocalDate monday, @Nullable Set<String> put) {
    return inWeek(planned(List.of(section), monday), section, monday).stream()
        .filter(t -> put != null && put.contains(t.id() + "@" + section.id()))
        .toList();
  }

  /** The same for the same form, so that a second press posts nothing a second time. */
  static UUID named(UUID form, Group group) {
    String name =
        form
            + group.tasks().stream().sorted().map(UUID::toString).collect(Collectors.joining())
            + (group.talk() == null ? "" : group.talk())
            + (group.lines() ? "" : "without lines");
    return UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8));
  }

  /** A section's tasks of the week that nothing has put up. */
  static List<TaskView> left(
      List<TaskView> planned, SectionView section, LocalDate monday, Standing standing) {
    return inWeek(planned, section, monday).stream()
        .filter(t -> standing.delivery(t.id(), section.id()).isEmpty())
        .toList();
  }

  Optional<LocalDate> weekOf(UUID posting) {
    return postings.ofPosting(posting).stream()
        .flatMap(d -> tasks.among(d.tasks()).stream())
        .flatMap(t -> t.sheet().days().values().stream())
        .min(LocalDate::compareTo);
  }

  List<DeliveryView> deliveries(List<SectionView> own) {
    return postings.ofSections(own.stream().map(SectionView::id).toList());
  }
}
