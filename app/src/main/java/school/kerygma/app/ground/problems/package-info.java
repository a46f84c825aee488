/** What went wrong, said in one sentence to the person before the screen. */
@NullMarked
package school.kerygma.app.ground.problems;

import org.jspecify.annotations.NullMarked;
