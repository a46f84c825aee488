package school.kerygma.app.lectern;

import java.util.UUID;

/** A recording has ended; its takes are to be made. */
public record RecordingEnded(UUID walkthrough) {}
