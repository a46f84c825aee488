/**
 * What a teacher sees of everything at once. {@code planbook}: the week of all sections. {@code
 * proofing}: what is said, written and posted, side by side. {@code asking}: what was ever said or
 * brought in. {@code exchange}: open formats, in and out. {@code keeping}: what is put away, and
 * persons who are erased.
 */
@NullMarked
@Wing(uses = {"ground", "school", "paper", "plan", "talk", "classroom"})
package school.kerygma.app.desk;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
