/** Questions inside a talk: what they ask, how they are written, and what is right. */
@NullMarked
package school.kerygma.core.check;

import org.jspecify.annotations.NullMarked;
