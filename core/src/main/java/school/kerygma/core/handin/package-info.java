/** What students hand in: what may be, when it is late, and whether anything was done. */
@NullMarked
package school.kerygma.core.handin;

import org.jspecify.annotations.NullMarked;
