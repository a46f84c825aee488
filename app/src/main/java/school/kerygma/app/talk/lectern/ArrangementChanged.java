package school.kerygma.app.talk.lectern;

import java.util.UUID;

/** Stops of a walkthrough play other parts of their takes than before. */
public record ArrangementChanged(UUID walkthrough) {}
