/** Rounds: answers that a class shares, one's own first. */
@NullMarked
package school.kerygma.core.round;

import org.jspecify.annotations.NullMarked;
