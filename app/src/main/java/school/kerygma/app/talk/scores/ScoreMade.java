package school.kerygma.app.talk.scores;

import java.util.UUID;

/** A walkthrough has been put together, for the first time or anew: it can be played. */
public record ScoreMade(UUID walkthrough) {}
