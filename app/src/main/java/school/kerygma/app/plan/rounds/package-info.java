/** Rounds: everybody's own answer, the replies, and what the teacher hides and holds up. */
@NullMarked
package school.kerygma.app.plan.rounds;

import org.jspecify.annotations.NullMarked;
