/** What students really watched and ticked, and what follows from it. */
@NullMarked
package school.kerygma.app.classroom.audience;

import org.jspecify.annotations.NullMarked;
