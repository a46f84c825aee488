/** What of an evening needs signs from several rooms: stops that are said again. */
@NullMarked
package school.kerygma.app.desk.evening;

import org.jspecify.annotations.NullMarked;
