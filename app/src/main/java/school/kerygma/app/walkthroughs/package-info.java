/** Scripts, recordings and the scores compiled from them. */
@NullMarked
package school.kerygma.app.walkthroughs;

import org.jspecify.annotations.NullMarked;
