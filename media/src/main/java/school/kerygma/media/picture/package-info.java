/** Moving pictures, with ffmpeg. */
@NullMarked
package school.kerygma.media.picture;

import org.jspecify.annotations.NullMarked;
