/** The roll call: who is here, by the clock. */
@NullMarked
package school.kerygma.core.roll;

import org.jspecify.annotations.NullMarked;
