/**
 * Long work in the background, with progress, cancelled on demand, taken up again after a restart.
 */
@NullMarked
package school.kerygma.app.ground.jobs;

import org.jspecify.annotations.NullMarked;
