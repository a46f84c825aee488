/** What is put away and taken out again, and persons who are erased or get a copy. */
@NullMarked
package school.kerygma.app.desk.keeping;

import org.jspecify.annotations.NullMarked;
