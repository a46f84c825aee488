package school.kerygma.app.talk.lectern;

import java.util.UUID;

/** A recording has ended; its takes are to be made. */
public record RecordingEnded(UUID walkthrough) {}
