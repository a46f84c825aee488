/** Papers: taken in, read page by page in the background, edition after edition. */
@NullMarked
package school.kerygma.app.papers;

import org.jspecify.annotations.NullMarked;
