/** The proof: what is said, written and posted, side by side, and what was left of it. */
@NullMarked
package school.kerygma.app.desk.proofing;

import org.jspecify.annotations.NullMarked;
