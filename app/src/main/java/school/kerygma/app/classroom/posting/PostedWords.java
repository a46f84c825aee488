package school.kerygma.app.classroom.posting;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;

/**
 * What goes with a posting that is up or will go up, as it can be changed afterwards.
 *
 * @param tasks that go with it
 * @param more tasks of the same sections and weeks that could
 */
record PostedWords(
    UUID posting,
    List<TaskView> tasks,
    List<TaskView> more,
    String toStudents,
    String toFamilies,
    String seen) {

  /** Each posting once, the newest first. */
  static List<PostedWords> of(Collection<DeliveryView> deliveries, Tasks tasks) {
    Map<UUID, PostedWords> all = new LinkedHashMap<>();
    deliveries.stream()
        .sorted((a, b) -> b.moments().goesUpAt().compareTo(a.moments().goesUpAt()))
        .forEach(d -> all.computeIfAbsent(d.posting(), p -> words(d, deliveries, tasks)));
    return List.copyOf(all.values());
  }

  private static PostedWords words(
      DeliveryView of, Collection<DeliveryView> deliveries, Tasks tasks) {
    Set<UUID> sections = new HashSet<>();
    deliveries.stream()
        .filter(d -> d.posting().equals(of.posting()))
        .forEach(d -> sections.add(d.section()));
    List<TaskView> own = tasks.among(of.tasks());
    List<LocalDate> days =
        own.stream().flatMap(t -> t.sheet().days().values().stream()).sorted().toList();
    List<TaskView> more =
        days.isEmpty()
            ? List.of()
            : tasks
                .between(sections, days.getFirst().minusDays(7), days.getLast().plusDays(7))
                .stream()
                .filter(t -> !of.tasks().contains(t.id()))
                .toList();
    return new PostedWords(of.posting(), own, more, of.toStudents(), of.toFamilies(), seen(of));
  }

  static String seen(DeliveryView of) {
    return Seen.of(
        Set.copyOf(of.tasks()).stream().sorted().toList(), of.toStudents(), of.toFamilies());
  }
}
