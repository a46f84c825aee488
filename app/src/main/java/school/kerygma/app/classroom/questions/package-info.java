/** The question box: what students and families ask, and what their teachers answer. */
@NullMarked
package school.kerygma.app.classroom.questions;

import org.jspecify.annotations.NullMarked;
