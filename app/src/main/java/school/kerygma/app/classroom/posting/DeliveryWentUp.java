package school.kerygma.app.classroom.posting;

/** A delivery can be seen from now on. Published once, in the transaction that records it. */
public record DeliveryWentUp(DeliveryView delivery) {}
