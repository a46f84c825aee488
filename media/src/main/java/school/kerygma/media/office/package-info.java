/** Papers of word processors and slide programs: looked at, and turned into PDF. */
@NullMarked
package school.kerygma.media.office;

import org.jspecify.annotations.NullMarked;
