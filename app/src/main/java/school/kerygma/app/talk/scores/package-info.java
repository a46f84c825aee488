/** Scores: what is played of a walkthrough, compiled in the background, with its sound. */
@NullMarked
package school.kerygma.app.talk.scores;

import org.jspecify.annotations.NullMarked;
