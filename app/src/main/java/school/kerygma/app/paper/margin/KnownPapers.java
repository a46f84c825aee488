package school.kerygma.app.paper.margin;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Leaf;

/**
 * What papers say, with their tables, known while neither their pages nor what was decided about
 * them has changed: whoever compares them again and again reads them once.
 */
@Service
@Transactional(readOnly = true)
public class KnownPapers {

  /** Some terms of papers of a school; each about as large as its words. */
  private static final int KNOWN = 300;

  /**
   * A paper.
   *
   * @param texts of its pages, in order
   */
  public record Paper(Facts.Said said, List<Rubrics.Table> tables, List<String> texts) {}

  /** All on which it rests. */
  private record Rests(UUID handout, List<UUID> pages, List<Object> decided) {}

  private record Known(Leaf first, Object around, Paper paper) {}

  private final Cache<Rests, Known> known = Caffeine.newBuilder().maximumSize(KNOWN).build();

  private final Editions editions;
  private final Facts facts;
  private final Rubrics rubrics;

  KnownPapers(Editions editions, Facts facts, Rubrics rubrics) {
    this.editions = editions;
    this.facts = facts;
    this.rubrics = rubrics;
  }

  /**
   * What a paper says.
   *
   * @param pages of its newest edition, at least one
   */
  public Paper of(UUID handout, List<UUID> pages) {
    Rests rests =
        new Rests(handout, pages, List.of(facts.decided(handout), rubrics.decidedOf(handout)));
    Known kept = known.getIfPresent(rests);
    if (kept != null && facts.readAgainst(kept.first()).equals(kept.around())) {
      return kept.paper();
    }
    Editions.Content content = editions.newest(handout);
    Leaf first = content.leaves().getFirst();
    Paper paper =
        new Paper(
            facts.of(content),
            rubrics.of(content),
            content.leaves().stream().map(Leaf::text).toList());
    known.put(rests, new Known(first, facts.readAgainst(first), paper));
    return paper;
  }
}
