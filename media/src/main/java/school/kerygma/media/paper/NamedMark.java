package school.kerygma.media.paper;

import school.kerygma.core.annotation.Mark;

/**
 * A mark and its name in a file (ISO 32000-1, table 164, NM).
 *
 * @param name unique among those of its page
 */
public record NamedMark(String name, Mark mark) {}
