/** Short films and sounds that a teacher plays inside a take. */
@NullMarked
package school.kerygma.app.talk.clips;

import org.jspecify.annotations.NullMarked;
