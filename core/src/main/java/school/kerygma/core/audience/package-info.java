/** What was really watched, as intervals, never as "opened". */
@NullMarked
package school.kerygma.core.audience;

import org.jspecify.annotations.NullMarked;
