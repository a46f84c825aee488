/** Questions inside a talk, and what students have answered. */
@NullMarked
package school.kerygma.app.checks;

import org.jspecify.annotations.NullMarked;
