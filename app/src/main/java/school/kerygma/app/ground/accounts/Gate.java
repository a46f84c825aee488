package school.kerygma.app.ground.accounts;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.access.Access.Deed;

/**
 * The one gate to every thing of the application. Each module says who stands around its things;
 * the rule itself is {@link Access}.
 */
@Component
public class Gate {

  /** The kinds of things that can be asked for. */
  public enum Kind {
    TERM,
    SECTION,
    /** Of a section: who is on it, when it meets, who teaches it. */
    ROSTER,
    STUDENT,
    HANDOUT,
    PAGE,
    WALKTHROUGH,
    SCORE,
    RECORDING,
    CLIP,
    /** A task as one of its sections does it. */
    TASK,
    /** What all sections of a task have in common: its name, its length, its papers. */
    WHOLE_TASK,
    POSTING,
    /** A posting for one section. */
    DELIVERY,
    /** What a student hands in for a task. */
    HAND_IN,
    /** A file of it. */
    HAND_IN_FILE,
    /** What somebody has spoken in a round. */
    ROUND_VOICE,
    /** A help hour, for those who may book its times. */
    HELP_HOUR,
    JOB
  }

  /** Says who stands around the things of some kinds. */
  public interface CircleSource {

    List<Kind> kinds();

    /** The circle of a thing, or {@link Circle#NOBODY} if it does not exist. */
    Circle circle(Kind kind, UUID id);
  }

  private final Map<Kind, CircleSource> sources = new EnumMap<>(Kind.class);

  Gate(List<CircleSource> all) {
    for (CircleSource source : all) {
      source.kinds().forEach(kind -> sources.put(kind, source));
    }
  }

  public boolean may(SignedIn me, Deed deed, Kind kind, UUID id) {
    CircleSource source = sources.get(kind);
    return source != null && Access.may(me.id(), me.role(), deed, source.circle(kind, id));
  }

  /**
   * Lets through or not.
   *
   * @throws Problem as if the thing did not exist, whether it does or not
   */
  public void check(SignedIn me, Deed deed, Kind kind, @Nullable UUID id) {
    if (id == null || !may(me, deed, kind, id)) {
      throw Problem.notFound();
    }
  }
}
