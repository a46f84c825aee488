package school.kerygma.app.classroom.posting;

/** What goes with a delivery is another: tasks may be new. */
record WordsChanged(DeliveryView delivery) {}
