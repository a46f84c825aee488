/**
 * What students hand in: put together, sent, kept version by version, and shown to their teachers.
 */
@NullMarked
package school.kerygma.app.classroom.handin;

import org.jspecify.annotations.NullMarked;
