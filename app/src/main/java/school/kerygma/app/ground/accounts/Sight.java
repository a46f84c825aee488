package school.kerygma.app.ground.accounts;

import java.util.UUID;
import school.kerygma.core.access.Access.Deed;

/** What of a person's things somebody gets to see: whoever takes a copy along takes no more. */
public interface Sight {

  boolean sees(Gate.Kind kind, UUID id);

  /** Whether nothing is held back, be it unsent or of nobody's. */
  default boolean isWhole() {
    return false;
  }

  /** All that there is: for the person, and for the school's office. */
  static Sight whole() {
    return new Sight() {
      @Override
      public boolean sees(Gate.Kind kind, UUID id) {
        return true;
      }

      @Override
      public boolean isWhole() {
        return true;
      }
    };
  }

  /** What the gate lets a teacher see. */
  static Sight of(Gate gate, SignedIn me) {
    return (kind, id) -> gate.may(me, Deed.SEE, kind, id);
  }
}
