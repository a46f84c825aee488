/** Tasks and the days on which sections do them. */
@NullMarked
package school.kerygma.app.plan.planning;

import org.jspecify.annotations.NullMarked;
