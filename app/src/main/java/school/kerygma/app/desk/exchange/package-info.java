/**
 * What leaves and enters in open formats: calendar feeds, the plan as CSV, rosters, marked papers.
 */
@NullMarked
package school.kerygma.app.desk.exchange;

import org.jspecify.annotations.NullMarked;
