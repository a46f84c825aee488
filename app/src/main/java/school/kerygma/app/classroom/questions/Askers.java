package school.kerygma.app.classroom.questions;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Role;

/** About whom somebody may ask, and where. */
@Component
class Askers {

  private final Postings postings;
  private final Sections sections;
  private final People people;

  Askers(Postings postings, Sections sections, People people) {
    this.postings = postings;
    this.sections = sections;
    this.people = people;
  }

  /** Oneself, or one's children. */
  List<UUID> students(SignedIn me) {
    return me.role() == Role.GUARDIAN ? people.studentsOf(me.id()) : List.of(me.id());
  }

  interface Sitting {
    Collection<UUID> of(UUID student);
  }

  /** About whom is asked: oneself, or the child that was chosen, or the only one. */
  UUID student(SignedIn me, @Nullable UUID chosen, Sitting sits) {
    List<UUID> here = students(me).stream().filter(s -> !sits.of(s).isEmpty()).toList();
    return here.stream()
        .filter(s -> s.equals(chosen))
        .findFirst()
        .or(() -> chosen == null ? here.stream().findFirst() : Optional.empty())
        .orElseThrow(Problem::notFound);
  }

  /** The sections for which a walkthrough is up and in which some students sit. */
  List<UUID> sitsIn(Collection<UUID> students, UUID walkthrough) {
    return up(students, postings.ofWalkthroughs(Set.of(walkthrough)));
  }

  /** The sections for which one of these is up and in which some students sit. */
  List<UUID> up(Collection<UUID> students, List<DeliveryView> deliveries) {
    return deliveries.stream()
        .filter(DeliveryView::up)
        .filter(
            d -> sections.anySits(students.stream().filter(d::isFor).toList(), Set.of(d.section())))
        .map(DeliveryView::section)
        .distinct()
        .toList();
  }
}
