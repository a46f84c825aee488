/** Codes with which students ask to be let in. */
@NullMarked
package school.kerygma.core.joining;

import org.jspecify.annotations.NullMarked;
