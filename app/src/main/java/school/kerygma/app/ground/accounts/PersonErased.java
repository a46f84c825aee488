package school.kerygma.app.ground.accounts;

import java.util.UUID;

/**
 * A student or guardian is about to be erased. What stands in tables goes by {@link Kept}; whoever
 * keeps files, or entities of its own, removes them in the transaction around the publishing.
 */
public record PersonErased(UUID person) {}
