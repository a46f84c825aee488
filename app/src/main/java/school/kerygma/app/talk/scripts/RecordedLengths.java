package school.kerygma.app.talk.scripts;

import java.util.Collection;
import java.util.Map;
import java.util.UUID;

/** How long stops are as they were said; whoever keeps the takes knows. */
public interface RecordedLengths {

  /**
   * By stop, in milliseconds; a stop that is not recorded is not among them.
   *
   * @param walkthroughs at least one
   */
  Map<UUID, Long> ofWalkthroughs(Collection<UUID> walkthroughs);
}
