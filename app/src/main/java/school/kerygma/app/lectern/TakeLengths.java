package school.kerygma.app.lectern;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.scripts.RecordedLengths;

/** Tells how long the chosen takes of stops are. */
@Component
class TakeLengths implements RecordedLengths {

  private final Recording.TakeRepository takes;

  TakeLengths(Recording.TakeRepository takes) {
    this.takes = takes;
  }

  @Override
  public Map<UUID, Long> ofWalkthroughs(Collection<UUID> walkthroughs) {
    Map<UUID, Long> lengths = new HashMap<>();
    takes
        .chosen(walkthroughs)
        .forEach(t -> lengths.merge(t.stopId(), t.span().lengthMs(), Long::sum));
    return lengths;
  }
}
