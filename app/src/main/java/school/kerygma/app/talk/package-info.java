/**
 * The walkthrough, from its words to what is played. {@code scripts}: stops, what each shows and
 * what is said there. {@code clips}: films and sounds inside a take. {@code lectern}: recordings
 * and takes. {@code scores}: what is played, compiled in the background, and its captions. {@code
 * repair}: cuts, other takes, tidying up.
 */
@NullMarked
@Wing(uses = {"ground", "school", "paper", "plan"})
package school.kerygma.app.talk;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
