/** Repairs: cuts, takes, stops divided and joined, tidying up; each deed can be undone. */
@NullMarked
package school.kerygma.app.talk.repair;

import org.jspecify.annotations.NullMarked;
