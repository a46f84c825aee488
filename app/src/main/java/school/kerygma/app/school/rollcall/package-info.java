/** The roll call: the daily question, who answered it in time, and what a teacher set right. */
@NullMarked
package school.kerygma.app.school.rollcall;

import org.jspecify.annotations.NullMarked;
