/** Keeps pictures and sounds. */
@NullMarked
package school.kerygma.app.ground.store;

import org.jspecify.annotations.NullMarked;
