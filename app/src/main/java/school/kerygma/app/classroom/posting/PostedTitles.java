package school.kerygma.app.classroom.posting;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.Scripts;

/**
 * What is posted is called by its walkthrough, or else by its first task in the order of the plan.
 */
@Component
public class PostedTitles {

  private final Scripts scripts;
  private final Tasks tasks;

  PostedTitles(Scripts scripts, Tasks tasks) {
    this.scripts = scripts;
    this.tasks = tasks;
  }

  /** The title of each delivery; empty if nothing of it is left. */
  public Map<UUID, String> of(Collection<DeliveryView> all) {
    Map<UUID, String> called =
        scripts.titlesOf(
            all.stream().flatMap(d -> d.walkthrough().stream()).collect(Collectors.toSet()));
    List<TaskView> inOrder =
        tasks.among(
            all.stream()
                .filter(d -> d.walkthrough().filter(called::containsKey).isEmpty())
                .flatMap(d -> d.tasks().stream())
                .collect(Collectors.toSet()));
    Map<UUID, String> titles = new HashMap<>();
    for (DeliveryView d : all) {
      Optional<String> first =
          inOrder.stream().filter(t -> d.tasks().contains(t.id())).map(TaskView::title).findFirst();
      titles.put(d.id(), d.walkthrough().map(called::get).or(() -> first).orElse(""));
    }
    return titles;
  }

  /** The title of one delivery. */
  public String of(DeliveryView delivery) {
    return of(List.of(delivery)).getOrDefault(delivery.id(), "");
  }
}
