/** What teachers write on pages: marks, ink, covers, and their form in the W3C's model. */
@NullMarked
package school.kerygma.core.annotation;

import org.jspecify.annotations.NullMarked;
