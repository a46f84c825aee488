package school.kerygma.app.classroom.posting;

import java.util.Set;
import java.util.UUID;

/**
 * Who was told of a delivery is to be told of a change.
 *
 * @param tasks that have changed: who has done them all need not know; empty if it concerns
 *     everybody
 */
public record DeliveryChanged(DeliveryView delivery, Set<UUID> tasks) {}
