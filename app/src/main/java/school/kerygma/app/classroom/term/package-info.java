/**
 * The term in one look: of a section week by week, of a student task by task, and whether they keep
 * pace. From it a teacher writes home.
 */
@NullMarked
package school.kerygma.app.classroom.term;

import org.jspecify.annotations.NullMarked;
