package school.kerygma.app.ground.accounts;

import java.util.List;

/** A module in whose tables persons stand. */
public interface Keeps {

  /** Every column of its tables that names a person; rows that others refer to come last. */
  List<Kept> kept();
}
