/** What stands around every page: the band, the term ribbon, and the page for problems. */
@NullMarked
package school.kerygma.app.school.frame;

import org.jspecify.annotations.NullMarked;
