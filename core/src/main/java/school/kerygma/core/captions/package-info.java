/** Cues made from timed sentences, and WebVTT. */
@NullMarked
package school.kerygma.core.captions;

import org.jspecify.annotations.NullMarked;
