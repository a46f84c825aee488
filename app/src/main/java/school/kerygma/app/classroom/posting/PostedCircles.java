package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.time.Edge;

/**
 * Who stands around the things that are posted: the teacher whose they are and who shares the
 * section, the students of the sections for which they are up now, and their guardians.
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
  private final Clock clock;

  PostedCircles(
      Postings postings,
      Sections sections,
      People people,
      Handouts handouts,
      Scripts scripts,
      Scores scores,
      Tasks tasks,
      Clock clock) {
    this.clock = clock;
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
        Gate.Kind.HANDOUT,
        Gate.Kind.PAGE,
        Gate.Kind.WALKTHROUGH,
        Gate.Kind.SCORE,
        Gate.Kind.TASK,
        Gate.Kind.WHOLE_TASK,
        Gate.Kind.POSTING,
        Gate.Kind.DELIVERY);
  }

  @Override
  public Circle circle(Gate.Kind kind, UUID id) {
    return switch (kind) {
      case HANDOUT -> {
        Circle readers = shared(Optional.empty(), openTo(id));
        Set<UUID> owner = handouts.ownerOf(id).map(Set::of).orElse(Set.of());
        yield new Circle(owner::contains, readers.students(), readers.guardians())
            .seenBy(teaching(() -> tasks.reading(id)));
      }
      case PAGE -> {
        if (!handouts.isOut(id)) {
          yield handouts
              .ownerOfPage(id)
              .map(owner -> Circle.ofTeachers(Set.of(owner)))
              .orElse(Circle.NOBODY);
        }
        List<DeliveryView> all = new ArrayList<>(postings.ofWalkthroughs(scores.showing(id)));
        Optional<UUID> handout = handouts.handoutOfPage(id);
        handout.ifPresent(h -> all.addAll(openTo(h)));
        yield shared(handouts.ownerOfPage(id), all)
            .seenBy(teaching(() -> handout.map(tasks::reading).orElse(List.of())))
            .seenBy(teaching(() -> explainedBy(scores.showing(id))));
      }
      case WALKTHROUGH -> {
        Circle all = shared(scripts.ownerOf(id), postings.ofWalkthroughs(Set.of(id)));
        // Who shares a section plays what is posted there; the script stays its author's.
        Set<UUID> author = scripts.ownerOf(id).map(Set::of).orElse(Set.of());
        yield new Circle(author::contains, all.students(), all.guardians())
            .seenBy(all.teachers())
            .seenBy(teaching(() -> explainedBy(Set.of(id))));
      }
      case SCORE ->
          scores
              .walkthroughOf(id)
              .map(
                  w ->
                      shared(scripts.ownerOf(w), postings.ofWalkthroughs(Set.of(w)))
                          .seenBy(teaching(() -> explainedBy(Set.of(w)))))
              .orElse(Circle.NOBODY);
      case TASK -> {
        Optional<TaskView> task = tasks.find(id);
        Circle posted = shared(task.map(TaskView::owner), postings.ofTask(id));
        Set<UUID> placed = task.map(t -> t.sheet().days().keySet()).orElse(Set.of());
        yield new Circle(
            posted.teachers().or(teacher -> sections.anyTaughtBy(teacher, placed)),
            posted.students(),
            posted.guardians());
      }
      case POSTING -> {
        List<DeliveryView> own = postings.ofPosting(id);
        yield shared(own.stream().map(DeliveryView::owner).findFirst(), own);
      }
      case WHOLE_TASK -> {
        Optional<TaskView> task = tasks.find(id);
        Set<UUID> owner = task.map(t -> Set.of(t.owner())).orElse(Set.of());
        Set<UUID> all = new HashSet<>();
        task.ifPresent(t -> all.addAll(t.sheet().days().keySet()));
        postings.ofTask(id).forEach(d -> all.add(d.section()));
        yield new Circle(
            teacher ->
                owner.contains(teacher)
                    || !all.isEmpty()
                        && all.stream().allMatch(s -> sections.anyTaughtBy(teacher, Set.of(s))),
            any -> false,
            any -> false);
      }
      case DELIVERY ->
          postings
              .find(id)
              .map(
                  d ->
                      new Circle(
                          teacher -> sections.anyTaughtBy(teacher, Set.of(d.section())),
                          any -> false,
                          any -> false))
              .orElse(Circle.NOBODY);
      default -> Circle.NOBODY;
    };
  }

  /**
   * Who teaches a section that has one of some tasks in its plan, or stands in there; looked up
   * only when a teacher asks.
   */
  private Predicate<UUID> teaching(Supplier<Collection<UUID>> planned) {
    return teacher -> {
      Set<UUID> placed =
          tasks.among(planned.get()).stream()
              .flatMap(t -> t.sheet().days().keySet().stream())
              .collect(Collectors.toSet());
      return sections.anyTaughtBy(teacher, placed);
    };
  }

  private Set<UUID> explainedBy(Collection<UUID> walkthroughs) {
    return walkthroughs.stream()
        .flatMap(w -> scripts.stopsOf(w).stream())
        .flatMap(s -> s.tasks().stream())
        .collect(Collectors.toSet());
  }

  /**
   * Where tasks are posted for which a handout is to be read, or that are due and whose key it is.
   */
  private List<DeliveryView> openTo(UUID handout) {
    List<DeliveryView> all = new ArrayList<>();
    for (TaskView task : tasks.among(tasks.reading(handout))) {
      postings.ofTask(task.id()).stream()
          .filter(d -> task.sheet().in(d.section()).handouts().contains(handout))
          .forEach(all::add);
    }
    Instant now = clock.instant();
    for (TaskView task : tasks.among(tasks.keyed(handout))) {
      List<DeliveryView> posted = postings.ofTask(task.id());
      Standing standing = Standing.of(posted, now);
      Map<UUID, SectionView> of =
          sections.among(posted.stream().map(DeliveryView::section).toList()).stream()
              .collect(Collectors.toMap(SectionView::id, s -> s));
      posted.stream()
          .filter(d -> standing.delivery(task.id(), d.section()).equals(Optional.of(d)))
          .filter(
              d ->
                  standing
                      .due(task, There.in(of, d.section()))
                      .filter(due -> Edge.isOver(due.at(), now))
                      .isPresent())
          .forEach(all::add);
    }
    return all;
  }

  /** The owner and whoever teaches a section to which it is posted; students while it is up. */
  private Circle shared(Optional<UUID> owner, List<DeliveryView> deliveries) {
    Set<UUID> posted = deliveries.stream().map(DeliveryView::section).collect(Collectors.toSet());
    Set<UUID> own = owner.map(Set::of).orElse(Set.of());
    return new Circle(
        teacher -> own.contains(teacher) || sections.anyTaughtBy(teacher, posted),
        student -> sits(student, deliveries),
        guardian -> people.studentsOf(guardian).stream().anyMatch(s -> sits(s, deliveries)));
  }

  /** Whether one of them is up for a student. */
  private boolean sits(UUID student, List<DeliveryView> deliveries) {
    return sections.anySits(
        Set.of(student),
        deliveries.stream()
            .filter(d -> d.up() && d.isFor(student))
            .map(DeliveryView::section)
            .collect(Collectors.toSet()));
  }
}
