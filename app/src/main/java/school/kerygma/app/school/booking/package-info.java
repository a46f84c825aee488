/** Times to book: help hours, who has which of their times, and what calendars are told of it. */
@NullMarked
package school.kerygma.app.school.booking;

import org.jspecify.annotations.NullMarked;
