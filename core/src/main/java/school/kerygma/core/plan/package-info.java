/** Plans of weeks: moving them to other weeks, and what they ask of a student. */
@NullMarked
package school.kerygma.core.plan;

import org.jspecify.annotations.NullMarked;
