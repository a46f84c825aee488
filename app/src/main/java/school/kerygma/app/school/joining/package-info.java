/** Joining: the code of a section, who asks to be let in with it, and the teacher's yes. */
@NullMarked
package school.kerygma.app.school.joining;

import org.jspecify.annotations.NullMarked;
