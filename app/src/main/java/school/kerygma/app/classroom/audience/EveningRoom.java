package school.kerygma.app.classroom.audience;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.Evening;

/** A room of the house that knows something to do this evening. */
public interface EveningRoom {

  /**
   * Something to do.
   *
   * @param about what its title names, in the order in which the wording has it
   * @param why the reasons, each a sentence
   * @param page where it is done
   */
  record Offer(Evening.Candidate candidate, List<?> about, List<Why> why, String page) {

    public String kind() {
      return candidate.kind().name();
    }
  }

  /**
   * A reason.
   *
   * @param key of its wording, after "evening.why."
   */
  record Why(String key, List<?> about) {

    public static Why of(String key, Object... about) {
      return new Why(key, List.of(about));
    }
  }

  /** The first of some names, and that there are more. */
  static String some(List<String> names) {
    return String.join(", ", names.subList(0, Math.min(NAMED, names.size())))
        + (names.size() > NAMED ? "\u2026" : "");
  }

  /** So many are named. */
  int NAMED = 3;

  /** What may be done for a teacher's sections of this term; nothing that cannot be done now. */
  List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now);
}
