package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.util.MultiValueMap;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.Moments;

/** What a posting's form would put up, without putting it up. */
@Service
public class Drafts {

  private final Sections sections;
  private final Tasks tasks;
  private final Clock clock;

  Drafts(Sections sections, Tasks tasks, Clock clock) {
    this.sections = sections;
    this.tasks = tasks;
    this.clock = clock;
  }

  /**
   * The deliveries that the form says. A section whose moments cannot be read has none.
   *
   * @param chosen the sections that are ticked
   * @param put the tasks that are ticked
   */
  public List<DeliveryView> of(
      UUID owner,
      UUID walkthrough,
      Set<UUID> chosen,
      Set<UUID> put,
      MultiValueMap<String, String> form) {
    Instant now = clock.instant();
    List<TaskView> going = tasks.among(put);
    PostingForm read = new PostingForm(new Fields(form), now);
    List<DeliveryView> drafts = new ArrayList<>();
    for (SectionView section : sections.among(chosen)) {
      try {
        Moments moments = read.of(section, going);
        drafts.add(
            new DeliveryView(
                UUID.randomUUID(),
                UUID.randomUUID(),
                owner,
                section.id(),
                Optional.of(walkthrough),
                going.stream().map(TaskView::id).collect(Collectors.toSet()),
                moments,
                moments.stateAt(now),
                Optional.ofNullable(form.getFirst("toStudents")).orElse(""),
                Optional.ofNullable(form.getFirst("toFamilies")).orElse(""),
                false,
                false,
                PostingForm.only(form)));
      } catch (Problem unread) {
        continue; // It is said at its field.
      }
    }
    return drafts;
  }
}
