/** Help hours, divided into times that are booked. */
@NullMarked
package school.kerygma.core.booking;

import org.jspecify.annotations.NullMarked;
