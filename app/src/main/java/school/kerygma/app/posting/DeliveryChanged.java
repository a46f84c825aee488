package school.kerygma.app.posting;

/** What goes with a delivery that is up has changed, and those it concerns are to be told. */
public record DeliveryChanged(DeliveryView delivery) {}
