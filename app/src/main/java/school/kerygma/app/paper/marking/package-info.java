/** What teachers do to pages: marks, covers, names of the roster; and what others see of pages. */
@NullMarked
package school.kerygma.app.paper.marking;

import org.jspecify.annotations.NullMarked;
