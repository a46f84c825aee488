package school.kerygma.app.talk.lectern;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.talk.scripts.RecordedLengths;

/** Tells how long what stops play is. */
@Component
class TakeLengths implements RecordedLengths {

  private final Arrangements arrangements;

  TakeLengths(Arrangements arrangements) {
    this.arrangements = arrangements;
  }

  @Override
  public Map<UUID, Long> ofWalkthroughs(Collection<UUID> walkthroughs) {
    Map<UUID, Long> lengths = new HashMap<>();
    arrangements.of(walkthroughs).forEach((stop, a) -> lengths.put(stop, a.playedMs()));
    return lengths;
  }
}
