/** Spans of time, school days, and the moments at which work is due. */
@NullMarked
package school.kerygma.core.time;

import org.jspecify.annotations.NullMarked;
