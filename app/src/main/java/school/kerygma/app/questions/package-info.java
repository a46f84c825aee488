/** The question box: what students and families ask, and what their teachers answer. */
@NullMarked
package school.kerygma.app.questions;

import org.jspecify.annotations.NullMarked;
