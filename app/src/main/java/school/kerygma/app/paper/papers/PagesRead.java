package school.kerygma.app.paper.papers;

import java.util.UUID;

/** All pages of a paper's edition are read. */
public record PagesRead(UUID handout, UUID firstPage) {}
