/**
 * What a sentence says of a date: words to tokens ({@link school.kerygma.core.reading.Lexicon}),
 * dates and what is left over beside them, and from all that a clause says whether something is due
 * then: sure, to be asked, or not.
 */
@NullMarked
package school.kerygma.core.reading;

import org.jspecify.annotations.NullMarked;
