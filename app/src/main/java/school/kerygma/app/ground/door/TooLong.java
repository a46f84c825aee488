package school.kerygma.app.ground.door;

import java.io.IOException;

/** A request brought more bytes than one of its kind may, or than it had announced. */
public final class TooLong extends IOException {}
