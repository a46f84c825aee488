/** The rules of the job, by what they are about; each package stands alone or on those it names. */
@NullMarked
package school.kerygma.core;

import org.jspecify.annotations.NullMarked;
