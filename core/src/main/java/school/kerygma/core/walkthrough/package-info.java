/** Stops, takes and traces, put in running order and compiled into the score that players read. */
@NullMarked
package school.kerygma.core.walkthrough;

import org.jspecify.annotations.NullMarked;
