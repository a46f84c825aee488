/** Questions inside a talk, and what students have answered. */
@NullMarked
package school.kerygma.app.classroom.checks;

import org.jspecify.annotations.NullMarked;
