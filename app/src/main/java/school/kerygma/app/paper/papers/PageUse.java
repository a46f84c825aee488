package school.kerygma.app.paper.papers;

import java.util.Collection;
import java.util.UUID;

/** A module in which pages are shown: a paper is not removed as long as one of them is. */
public interface PageUse {

  /**
   * @param pages at least one
   */
  boolean usesAny(Collection<UUID> pages);
}
