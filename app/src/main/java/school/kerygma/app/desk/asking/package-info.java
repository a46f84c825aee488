/** Asks all that a teacher has brought in and said for some words. */
@NullMarked
package school.kerygma.app.desk.asking;

import org.jspecify.annotations.NullMarked;
