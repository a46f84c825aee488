/**
 * What is to be done, and when. {@code planning}: tasks and the days on which sections do them.
 * {@code rounds}: the tasks that a class answers before one another.
 */
@NullMarked
@Wing(uses = {"ground", "school"})
package school.kerygma.app.plan;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
