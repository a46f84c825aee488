/**
 * Papers. {@code papers}: taken in and read, edition after edition. {@code marking}: what teachers
 * do to pages, and what others may see of them. {@code margin}: what papers say, fact by fact.
 */
@NullMarked
@Wing(uses = {"ground", "school"})
package school.kerygma.app.paper;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
