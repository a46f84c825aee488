/**
 * What every request passes before any page is asked for: how many are let in at once, how large
 * each may be, its words made clean, and what is asked for twice done once.
 */
@NullMarked
package school.kerygma.app.ground.door;

import org.jspecify.annotations.NullMarked;
