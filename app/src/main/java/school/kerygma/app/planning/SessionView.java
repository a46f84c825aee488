package school.kerygma.app.planning;

import java.util.UUID;

/** A session as other modules see it. */
public record SessionView(UUID id, UUID section, SessionSheet sheet, boolean cancelled) {}
