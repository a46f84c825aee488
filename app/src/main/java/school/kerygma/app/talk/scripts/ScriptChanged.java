package school.kerygma.app.talk.scripts;

import java.util.UUID;

/** The title, the stops or the words of a walkthrough have changed. */
public record ScriptChanged(UUID walkthrough) {}
