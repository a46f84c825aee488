package school.kerygma.app.ground.accounts;

import java.util.UUID;

/**
 * Two persons turned out to be one. What stands in tables goes over from the first to the second by
 * {@link Kept}; whoever moves entities of its own does so in the transaction around the publishing;
 * afterwards the first is gone.
 */
public record PersonMerged(UUID from, UUID to) {}
