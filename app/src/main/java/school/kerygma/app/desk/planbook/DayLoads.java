package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.stereotype.Service;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.plan.Workload;

/** What days ask of sections in work, in minutes, as the plan book counts it; without sessions. */
@Service
public class DayLoads {

  private final TermBook.Opener books;

  DayLoads(TermBook.Opener books) {
    this.books = books;
  }

  /**
   * What a term asks.
   *
   * @param minutes by section and day
   * @param worths of its points
   */
  public record Asked(Map<UUID, SortedMap<LocalDate, Integer>> minutes, Worths worths) {

    /** Minutes of a section's day. */
    public int on(UUID section, LocalDate day) {
      return minutes.getOrDefault(section, new TreeMap<>()).getOrDefault(day, 0);
    }
  }

  /**
   * What the term of some sections asks.
   *
   * @param sections at least one
   */
  public Asked of(List<SectionView> sections, LocalDate day) {
    TermBook book = books.asked(sections, day, Set.of());
    Map<UUID, SortedMap<LocalDate, Integer>> minutes = new HashMap<>();
    for (SectionView section : sections) {
      minutes.put(section.id(), Workload.byDay(book.load(section)));
    }
    return new Asked(minutes, book.worths());
  }
}
