package school.kerygma.app.talk.scripts;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.core.walkthrough.Sight;

/** Stops that show a page of which there is a newer edition. */
@Service
@Transactional(readOnly = true)
public class OutdatedStops {

  private final Editions editions;

  OutdatedStops(Editions editions) {
    this.editions = editions;
  }

  /** Those among stops of any walkthroughs. */
  public List<StopView> among(Collection<StopView> stops) {
    Set<UUID> outdated =
        editions.outdated(
            stops.stream().flatMap(s -> s.sight().stream()).map(Sight::pageId).toList());
    return stops.stream()
        .filter(s -> s.sight().filter(v -> outdated.contains(v.pageId())).isPresent())
        .toList();
  }

  /** The numbers of such stops of one walkthrough, in their order. */
  public List<String> numbers(Collection<StopView> stops) {
    return among(stops).stream().map(s -> String.valueOf(s.number())).toList();
  }
}
