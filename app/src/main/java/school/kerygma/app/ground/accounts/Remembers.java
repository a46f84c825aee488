package school.kerygma.app.ground.accounts;

import java.util.List;
import java.util.UUID;

/** A module that keeps something about persons, and can say what. */
public interface Remembers extends Keeps {

  /** A name for it in the copy that a person gets. */
  String heading();

  /**
   * What it keeps about a person, as values that can be written as JSON.
   *
   * @param sight what of it may be told
   */
  List<?> about(UUID person, Sight sight);
}
