package school.kerygma.app.posting;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.People;
import school.kerygma.app.handouts.Handouts;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.Sections;
import school.kerygma.app.walkthroughs.Scores;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.core.access.Access.Circle;

/**
 * Who stands around the things that are posted: the teacher whose they are, the students of the
 * sections for which they are up now, and their guardians.
 */
@Component
@Transactional(readOnly = true)
class PostedCircles implements Gate.CircleSource {

  private final Postings postings;
  private final Sections sections;
  private final People people;
  private final Handouts handouts;
  private final Scripts scripts;
  private final Scores scores;
  private final Tasks tasks;

  PostedCircles(
      Postings postings,
      Sections sections,
      People people,
      Handouts handouts,
      Scripts scripts,
      Scores scores,
      Tasks tasks) {
    this.postings = postings;
    this.sections = sections;
    this.people = people;
    this.handouts = handouts;
    this.scripts = scripts;
    this.scores = scores;
    this.tasks = tasks;
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(
        Gate.Kind.PAGE, Gate.Kind.WALKTHROUGH, Gate.Kind.SCORE, Gate.Kind.TASK, Gate.Kind.POSTING);
  }

  @Override
  public Circle circle(Gate.Kind kind, UUID id) {
    return switch (kind) {
      case PAGE -> circle(handouts.ownerOfPage(id), postings.ofWalkthroughs(scores.showing(id)));
      case WALKTHROUGH -> circle(scripts.ownerOf(id), postings.ofWalkthroughs(Set.of(id)));
      case SCORE ->
          scores.walkthroughOf(id).map(w -> circle(Gate.Kind.WALKTHROUGH, w)).orElse(Circle.NOBODY);
      case TASK -> circle(taskOwner(id), postings.ofTask(id));
      case POSTING -> {
        List<DeliveryView> own = postings.ofPosting(id);
        yield circle(own.stream().map(DeliveryView::owner).findFirst(), own);
      }
      default -> Circle.NOBODY;
    };
  }

  private Optional<UUID> taskOwner(UUID id) {
    try {
      return Optional.of(tasks.get(id).owner());
    } catch (Problem none) {
      return Optional.empty();
    }
  }

  private Circle circle(Optional<UUID> owner, List<DeliveryView> deliveries) {
    Set<UUID> up =
        deliveries.stream()
            .filter(DeliveryView::up)
            .map(DeliveryView::section)
            .collect(Collectors.toSet());
    return new Circle(
        owner.map(Set::of).orElse(Set.of())::contains,
        student -> sections.anySits(Set.of(student), up),
        guardian -> sections.anySits(people.studentsOf(guardian), up));
  }
}
