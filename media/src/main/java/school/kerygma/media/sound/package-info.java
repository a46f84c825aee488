/** Reads and joins sound with ffmpeg. */
@NullMarked
package school.kerygma.media.sound;

import org.jspecify.annotations.NullMarked;
