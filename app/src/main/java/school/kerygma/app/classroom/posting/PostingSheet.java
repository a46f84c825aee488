package school.kerygma.app.classroom.posting;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
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

  /**
   * The same for some students alone: it goes to the sections in which they sit, to nobody who sits
   * in none of these, and without its tasks.
   *
   * @param all the sections of this
   * @throws Problem if none of the students sits in one of them
   */
  PostingSheet onlyFor(Set<UUID> some, Collection<SectionView> all) {
    Map<UUID, Moments> meant = new HashMap<>(sections);
    Set<UUID> sitting = new HashSet<>();
    for (SectionView section : all) {
      Set<UUID> here = new HashSet<>(section.students());
      here.retainAll(some);
      if (here.isEmpty()) {
        meant.remove(section.id());
      }
      sitting.addAll(here);
    }
    if (sitting.isEmpty()) {
      throw Problem.refused("only-nobody");
    }
    return new PostingSheet(walkthrough, Set.of(), toStudents, toFamilies, meant, sitting);
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
