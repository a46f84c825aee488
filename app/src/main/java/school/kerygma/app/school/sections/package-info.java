/** Schools, terms, sections and their rosters; the sheet of pass cards. */
@NullMarked
package school.kerygma.app.school.sections;

import org.jspecify.annotations.NullMarked;
