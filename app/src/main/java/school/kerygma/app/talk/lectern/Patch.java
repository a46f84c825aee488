package school.kerygma.app.talk.lectern;

import jakarta.persistence.Embeddable;
import java.util.UUID;

/**
 * Some words of a stop that are said again: where they go.
 *
 * @param patchStopId the stop
 * @param patchFromMs on the stop's clock
 * @param patchUntilMs on the stop's clock
 * @param patchToken stands for what the stop played when they were chosen
 */
@Embeddable
public record Patch(UUID patchStopId, long patchFromMs, long patchUntilMs, String patchToken) {}
