/** The teacher's home: one week of all sections. */
@NullMarked
package school.kerygma.app.desk.planbook;

import org.jspecify.annotations.NullMarked;
