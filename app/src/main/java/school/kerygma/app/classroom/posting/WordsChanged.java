package school.kerygma.app.classroom.posting;

/** What goes with a delivery has changed: tasks may be new. */
record WordsChanged(DeliveryView delivery) {}
