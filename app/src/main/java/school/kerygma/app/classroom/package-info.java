/**
 * What reaches students and families, and what comes back. {@code posting}: what goes up, where and
 * when. {@code classpage}: their pages. {@code audience}: what they watched and ticked, and
 * follow-up. {@code checks}, {@code handin}, {@code questions}: what they answer, hand in and ask.
 * {@code results}: what work got. {@code notes}, {@code term}: what is written about a student, and
 * the term that it rests on. {@code messages}: letters.
 */
@NullMarked
@Wing(uses = {"ground", "school", "paper", "plan", "talk"})
package school.kerygma.app.classroom;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
