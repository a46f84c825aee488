package school.kerygma.app.plan.planning;

import java.util.UUID;

/** A module in which tasks are used: what is used is put away, not removed. */
public interface TaskUse {

  boolean uses(UUID task);
}
