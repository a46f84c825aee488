package school.kerygma.app.classroom.classpage;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** What of a week is still open, for today and ahead. */
final class DayGroups {

  private DayGroups() {}

  /**
   * Why the tasks of the week of today come where they do. Earlier days stand together as long as
   * anything of them is open; what is done of them else needs no word, nor does a day that is all
   * there is.
   */
  static Map<UUID, ListedTask.Group> of(
      List<Listing.Placed> week, ListLookups.Known known, Optional<LocalDate> today) {
    Map<UUID, ListedTask.Group> groups = new HashMap<>();
    if (today.isEmpty()) {
      return groups;
    }
    LocalDate day = today.get();
    List<Listing.Placed> usual = week.stream().filter(p -> p.first() == 0).toList();
    boolean left =
        usual.stream()
            .filter(p -> p.day().isBefore(day))
            .anyMatch(p -> !known.ticks().containsKey(p.task().id()));
    for (Listing.Placed p : usual) {
      int before = p.day().compareTo(day);
      if (before >= 0 || left) {
        groups.put(
            p.task().id(),
            before < 0
                ? ListedTask.Group.STILL_OPEN
                : before == 0 ? ListedTask.Group.TODAY : ListedTask.Group.AHEAD);
      }
    }
    boolean several = left || Set.copyOf(groups.values()).size() > 1;
    return several ? groups : Map.of();
  }
}
