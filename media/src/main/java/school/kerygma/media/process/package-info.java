/** Runs programs of the machine with a time limit and bounded output. */
@NullMarked
package school.kerygma.media.process;

import org.jspecify.annotations.NullMarked;
