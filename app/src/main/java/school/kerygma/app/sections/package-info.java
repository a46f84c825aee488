/** Schools, terms, sections and their rosters; the sheet of pass cards. */
@NullMarked
package school.kerygma.app.sections;

import org.jspecify.annotations.NullMarked;
