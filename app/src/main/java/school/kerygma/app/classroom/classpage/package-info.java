/** The pages of students and families. */
@NullMarked
package school.kerygma.app.classroom.classpage;

import org.jspecify.annotations.NullMarked;
