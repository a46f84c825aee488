package school.kerygma.app.plan.planning;

import java.util.Map;
import java.util.UUID;

/**
 * Tasks were planned once more; published in the same transaction, so that what other modules keep
 * of a task goes with it.
 *
 * @param now the new task of each that was copied
 */
public record TasksCopied(Map<UUID, UUID> now) {}
