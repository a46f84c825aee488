package school.kerygma.app.paper.papers;

import java.util.List;
import school.kerygma.core.annotation.Mark;

/** A file brought marks with it on a page that has just been read. */
public record MarksBrought(List<Mark> marks) {}
