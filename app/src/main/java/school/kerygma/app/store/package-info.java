/** Keeps pictures and sounds. */
@NullMarked
package school.kerygma.app.store;

import org.jspecify.annotations.NullMarked;
