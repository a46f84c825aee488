package school.kerygma.app.ground.jobs;

import java.time.Instant;
import java.util.UUID;

/** Something that was taken from sight, and can be taken out again for a while. */
public record PutAway(UUID id, String title, Instant at) {}
