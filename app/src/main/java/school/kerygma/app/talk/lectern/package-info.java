/** The lectern: recordings, taken in piece by piece, and the takes that are cut from them. */
@NullMarked
package school.kerygma.app.talk.lectern;

import org.jspecify.annotations.NullMarked;
