/**
 * The school and its people. {@code sections}: school time, sections and rosters, and {@code
 * sections.Sections}, which knows what meets when. {@code joining}: how students come into a
 * section. {@code rollcall}: who is here. {@code booking}: help hours. {@code frame}: what stands
 * around every page, since it shows school time.
 */
@NullMarked
@Wing(uses = {"ground"})
package school.kerygma.app.school;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
