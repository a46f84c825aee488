/**
 * Papers that teachers bring in, read page by page, marked, covered and replaced by new editions.
 */
@NullMarked
package school.kerygma.app.handouts;

import org.jspecify.annotations.NullMarked;
