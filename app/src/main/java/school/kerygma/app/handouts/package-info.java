/** Papers that teachers bring in, read page by page. */
@NullMarked
package school.kerygma.app.handouts;

import org.jspecify.annotations.NullMarked;
