package school.kerygma.app.plan.planning;

import java.util.UUID;

/** A task is about to be removed for good: what is kept of it elsewhere goes now. */
public record TaskGone(UUID task) {}
