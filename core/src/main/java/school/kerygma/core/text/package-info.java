/** Words, sentences, syllables and how long it takes to say or read them. */
@NullMarked
package school.kerygma.core.text;

import org.jspecify.annotations.NullMarked;
