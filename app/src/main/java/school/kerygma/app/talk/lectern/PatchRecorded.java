package school.kerygma.app.talk.lectern;

import java.util.UUID;
import school.kerygma.core.walkthrough.RunningOrder.Part;

/** Some words of a stop were said again, and are to take the place of those that were there. */
public record PatchRecorded(UUID walkthrough, Patch patch, Part part) {}
