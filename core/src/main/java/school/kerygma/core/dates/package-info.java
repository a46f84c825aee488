/** Dates in the words of teachers: a file for each family of phrases. */
@NullMarked
package school.kerygma.core.dates;

import org.jspecify.annotations.NullMarked;
