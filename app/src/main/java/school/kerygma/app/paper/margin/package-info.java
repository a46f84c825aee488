/** What papers say: facts in the margin, parts, tables and rubrics, words that are explained. */
@NullMarked
package school.kerygma.app.paper.margin;

import org.jspecify.annotations.NullMarked;
