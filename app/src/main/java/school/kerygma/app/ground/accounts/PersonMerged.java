package school.kerygma.app.ground.accounts;

import java.util.UUID;

/**
 * Two persons turned out to be one. Every module moves what it keeps about the first to the second,
 * in the transaction around the publishing; afterwards the first is gone.
 */
public record PersonMerged(UUID from, UUID to) {}
