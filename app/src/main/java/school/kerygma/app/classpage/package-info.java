/** The pages of students and families. */
@NullMarked
package school.kerygma.app.classpage;

import org.jspecify.annotations.NullMarked;
