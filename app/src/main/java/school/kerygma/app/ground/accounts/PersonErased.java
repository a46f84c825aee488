package school.kerygma.app.ground.accounts;

import java.util.UUID;

/**
 * A student or guardian is erased. Every module removes what it keeps about them, in the
 * transaction around the publishing; afterwards they are gone.
 */
public record PersonErased(UUID person) {}
