/** Who may see or change which thing: the one place where that is decided. */
@NullMarked
package school.kerygma.core.access;

import org.jspecify.annotations.NullMarked;
