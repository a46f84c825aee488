/**
 * What is written about one student, to them and their family: by a teacher, or on the morning
 * after by a section's rule.
 */
@NullMarked
package school.kerygma.app.classroom.notes;

import org.jspecify.annotations.NullMarked;
