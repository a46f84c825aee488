/** Pages with the place of every word on them, and what a mark can snap to. */
@NullMarked
package school.kerygma.core.handout;

import org.jspecify.annotations.NullMarked;
