/** What a text says that can be compared: dates, points, minutes, pages. */
@NullMarked
package school.kerygma.core.proof;

import org.jspecify.annotations.NullMarked;
