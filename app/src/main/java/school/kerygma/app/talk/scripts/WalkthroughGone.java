package school.kerygma.app.talk.scripts;

import java.util.UUID;

/** A walkthrough is about to be removed for good: what is kept of it elsewhere goes now. */
public record WalkthroughGone(UUID walkthrough) {}
