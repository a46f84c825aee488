package school.kerygma.app.classroom.posting;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.time.Moments;

/**
 * A posting for one section, as other modules see it.
 *
 * @param untold whether it went up, and students and families could not be told of it so far
 * @param waits whether it would go up, and waits for its walkthrough to be put together
 * @param only those of the section's students whom it is for; nothing if it is for all
 */
public record DeliveryView(
    UUID id,
    UUID posting,
    UUID owner,
    UUID section,
    Optional<UUID> walkthrough,
    Set<UUID> tasks,
    Moments moments,
    Moments.State state,
    String toStudents,
    String toFamilies,
    boolean untold,
    boolean waits,
    Optional<Set<UUID>> only) {

  /** Whether it is for a student, if they sit in its section. */
  public boolean isFor(UUID student) {
    return only.isEmpty() || only.get().contains(student);
  }

  /** Its section with those of its students alone for whom it is. */
  public SectionView among(SectionView section) {
    return only.isEmpty()
        ? section
        : section.with(section.students().stream().filter(this::isFor).collect(Collectors.toSet()));
  }

  /** The same as it will be, or was, at another moment. */
  public DeliveryView at(Instant moment) {
    return new DeliveryView(
        id,
        posting,
        owner,
        section,
        walkthrough,
        tasks,
        moments,
        state == Moments.State.WITHDRAWN || waits ? state : moments.stateAt(moment),
        toStudents,
        toFamilies,
        untold,
        waits,
        only);
  }

  /** The lines to students that hold now; empty if there are none, or their time is over. */
  public String toStudentsAt(Instant now) {
    return up() && moments.speaksAt(now) ? toStudents : "";
  }

  /** The lines to families that hold now; empty if there are none, or their time is over. */
  public String toFamiliesAt(Instant now) {
    return up() && moments.speaksAt(now) ? toFamilies : "";
  }

  /** What the form of its moments shows. */
  public String seen() {
    return Seen.of(moments);
  }

  /** Whether students see it, or have seen it until it closed. */
  public boolean wasSeen() {
    return state == Moments.State.UP || state == Moments.State.CLOSED;
  }

  /** Whether there is anything to watch or to do. */
  public boolean hasAnything() {
    return walkthrough.isPresent() || !tasks.isEmpty();
  }

  public boolean up() {
    return state == Moments.State.UP;
  }
}
