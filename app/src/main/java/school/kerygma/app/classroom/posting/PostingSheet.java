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
 * @param only students of them whom it is for; none for all. Tasks are always for all: then there
 *     are none
 */
public record PostingSheet(
    @Nullable UUID walkthrough,
    Set<UUID> tasks,
    String toStudents,
    String toFamilies,
    Map<UUID, Moments> sections,
    Set<UUID> only) {

  /** For all students of its sections. */
  public PostingSheet(
      @Nullable UUID walkthrough,
      Set<UUID> tasks,
      String toStudents,
      String toFamilies,
      Map<UUID, Moments> sections) {
    this(walkthrough, tasks, toStudents, toFamilies, sections, Set.of());
  }

  public PostingSheet {
    if (sections.isEmpty()) {
      throw Problem.refused("no-section");
    }
    checkLines(toStudents, toFamilies);
    sections.values().forEach(PostingSheet::check);
    if (!only.isEmpty() && (walkthrough == null || !tasks.isEmpty())) {
      throw Problem.refused("only-talk");
    }
    tasks = Set.copyOf(tasks);
    only = Set.copyOf(only);
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
