/** What work got: points by a rubric, words, and the mark of a term that comes of them. */
@NullMarked
package school.kerygma.core.result;

import org.jspecify.annotations.NullMarked;
