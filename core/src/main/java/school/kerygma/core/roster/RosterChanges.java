package school.kerygma.core.roster;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What an imported roster would change. Students without a sourced id were typed by hand; they are
 * left alone.
 *
 * @param newClasses sourced ids of classes that are not known yet
 * @param newStudents sourced ids of students who are not known yet
 * @param joins by class: students who will sit in it
 * @param leaves by class: students who sit in it and are not in the file any more
 */
public record RosterChanges(
    List<String> newClasses,
    List<String> newStudents,
    Map<String, Set<String>> joins,
    Map<String, Set<String>> leaves) {

  /**
   * What is known of earlier imports, by sourced ids.
   *
   * @param seats by class: the known students who sit in it
   */
  public record Known(Set<String> classes, Set<String> students, Map<String, Set<String>> seats) {}

  public static RosterChanges of(ImportedRoster roster, Known known) {
    List<String> newClasses = new ArrayList<>(roster.classes().keySet());
    newClasses.removeAll(known.classes());
    List<String> newStudents = new ArrayList<>(roster.students().keySet());
    newStudents.removeAll(known.students());
    Map<String, Set<String>> joins = new LinkedHashMap<>();
    Map<String, Set<String>> leaves = new LinkedHashMap<>();
    for (String id : roster.classes().keySet()) {
      Set<String> now = new TreeSet<>(roster.seats().getOrDefault(id, Set.of()));
      now.retainAll(roster.students().keySet());
      Set<String> before = known.seats().getOrDefault(id, Set.of());
      put(joins, id, now, before);
      put(leaves, id, before, now);
    }
    return new RosterChanges(newClasses, newStudents, joins, leaves);
  }

  private static void put(
      Map<String, Set<String>> into, String id, Set<String> all, Set<String> without) {
    Set<String> left = new TreeSet<>(all);
    left.removeAll(without);
    if (!left.isEmpty()) {
      into.put(id, left);
    }
  }

  public boolean isEmpty() {
    return newClasses.isEmpty() && newStudents.isEmpty() && joins.isEmpty() && leaves.isEmpty();
  }

  public int joining() {
    return joins.values().stream().mapToInt(Set::size).sum();
  }

  public int leaving() {
    return leaves.values().stream().mapToInt(Set::size).sum();
  }
}
