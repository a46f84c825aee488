/** Who somebody is, how they sign in, and the gate that asks whether they may. */
@NullMarked
package school.kerygma.app.ground.accounts;

import org.jspecify.annotations.NullMarked;
