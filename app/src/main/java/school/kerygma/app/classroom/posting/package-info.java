/** Puts walkthroughs and tasks up for sections, each with its own moments. */
@NullMarked
package school.kerygma.app.classroom.posting;

import org.jspecify.annotations.NullMarked;
