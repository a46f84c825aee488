package school.kerygma.app.paper.papers;

import java.util.UUID;

/** A page is about to be removed: what is kept of it elsewhere goes now. */
public record PageGone(UUID page) {}
