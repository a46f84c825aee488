package school.kerygma.app.classroom.posting;

import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.time.Moments;

/**
 * What a teacher posts.
 *
 * @param walkthrough or null if only tasks are put up
 * @param sections at least one, each with its moments
 */
public record PostingSheet(
    @Nullable UUID walkthrough,
    Set<UUID> tasks,
    String toStudents,
    String toFamilies,
    Map<UUID, Moments> sections) {

  public PostingSheet {
    if (sections.isEmpty()) {
      throw Problem.refused("no-section");
    }
    checkLines(toStudents, toFamilies);
    sections.values().forEach(PostingSheet::check);
    tasks = Set.copyOf(tasks);
    sections = Map.copyOf(sections);
  }

  static void checkLines(String toStudents, String toFamilies) {
    if (toStudents.length() > 2000 || toFamilies.length() > 2000) {
      throw Problem.refused("note-too-long")
          .at(toStudents.length() > 2000 ? "toStudents" : "toFamilies");
    }
  }

  static void check(Moments moments) {
    for (Moments.Fault fault : moments.faults()) {
      throw Problem.refused("moments." + fault);
    }
  }
}
