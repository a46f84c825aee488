package school.kerygma.app.classroom.handin;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Circle;

/** Who may see what is handed in. */
@Component
@Transactional(readOnly = true)
class HandInCircles implements Gate.CircleSource {

  private final HandIn.Repository all;
  private final HandInFile.Repository pieces;
  private final Sections sections;

  HandInCircles(HandIn.Repository all, HandInFile.Repository pieces, Sections sections) {
    this.all = all;
    this.pieces = pieces;
    this.sections = sections;
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.HAND_IN, Gate.Kind.HAND_IN_FILE);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    Optional<HandIn> work =
        kind == Gate.Kind.HAND_IN
            ? all.findById(id)
            : pieces.findById(id).flatMap(p -> all.findById(p.handInId()));
    // A student's own voice or face is for their teachers, not for those they work with.
    boolean recorded =
        kind == Gate.Kind.HAND_IN_FILE
            && pieces.findById(id).filter(p -> p.shape().isRecorded()).isPresent();
    return work.map(
            w -> {
              boolean open = w.state() == HandIn.State.OPEN;
              Set<UUID> mates = recorded ? Set.of() : w.mates();
              Circle roster = sections.circle(Gate.Kind.ROSTER, w.sectionId());
              // A teacher sees what was handed in, and nothing before.
              return new Circle(
                  teacher -> !open && roster.teachers().test(teacher),
                  student -> w.studentId().equals(student) || !open && mates.contains(student),
                  any -> false);
            })
        .orElse(Circle.NOBODY);
  }
}
