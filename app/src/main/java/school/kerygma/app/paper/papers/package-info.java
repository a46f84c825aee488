/** Papers: taken in, read page by page in the background, edition after edition. */
@NullMarked
package school.kerygma.app.paper.papers;

import org.jspecify.annotations.NullMarked;
