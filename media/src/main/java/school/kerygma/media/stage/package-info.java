/** Draws what a score shows, frame by frame. */
@NullMarked
package school.kerygma.media.stage;

import org.jspecify.annotations.NullMarked;
