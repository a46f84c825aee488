/** Rosters that come from elsewhere, and what they would change. */
@NullMarked
package school.kerygma.core.roster;

import org.jspecify.annotations.NullMarked;
