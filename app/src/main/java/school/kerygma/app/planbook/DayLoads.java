package school.kerygma.app.planbook;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.UUID;
import org.springframework.stereotype.Service;
import school.kerygma.app.sections.SectionView;
import school.kerygma.core.plan.Workload;

/** What days ask of sections in work, in minutes, as the plan book counts it; without sessions. */
@Service
public class DayLoads {

  private final TermBook.Opener books;

  DayLoads(TermBook.Opener books) {
    this.books = books;
  }

  /**
   * By section and day.
   *
   * @param sections at least one
   */
  public Map<UUID, SortedMap<LocalDate, Integer>> of(
      UUID teacher, List<SectionView> sections, LocalDate day) {
    TermBook book = books.of(teacher, sections, day);
    Map<UUID, SortedMap<LocalDate, Integer>> loads = new HashMap<>();
    for (SectionView section : sections) {
      loads.put(
          section.id(),
          Workload.byDay(
              book.load(section).stream()
                  .filter(p -> !(p.item() instanceof Workload.Item.Session))
                  .toList()));
    }
    return loads;
  }
}
