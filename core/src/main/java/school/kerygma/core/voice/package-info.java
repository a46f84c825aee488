/** Where there is speech in a sound, and which sentence of the script is said there. */
@NullMarked
package school.kerygma.core.voice;

import org.jspecify.annotations.NullMarked;
