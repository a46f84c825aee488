/** Messages to students and families when something goes up. */
@NullMarked
package school.kerygma.app.classroom.messages;

import org.jspecify.annotations.NullMarked;
