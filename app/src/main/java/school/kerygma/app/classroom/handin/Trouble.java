package school.kerygma.app.classroom.handin;

import school.kerygma.media.paper.PaperRefused;

/** Why a file that was handed in cannot be shown. */
public enum Trouble {
  /** It asks for a password. */
  LOCKED,
  /** It is torn, or not what its name says. */
  BROKEN,
  /** It is of a kind that cannot be shown here; not everybody can open it. */
  OTHER_KIND,
  /** Showing it takes more than there is; whoever saves it may open it. */
  TOO_MUCH;

  static Trouble of(PaperRefused.Reason reason) {
    return switch (reason) {
      case ENCRYPTED -> LOCKED;
      case NOT_A_PAPER -> OTHER_KIND;
      case NOTHING_IN_IT, DAMAGED, NO_PAGES -> BROKEN;
      case TOO_LARGE, TOO_MANY_PAGES, PAGE_TOO_LARGE, SWELLS, NO_CONVERTER, NOT_CONVERTED ->
          TOO_MUCH;
    };
  }

  /** Whether it is asked about before it goes. */
  boolean isAsked() {
    return this != TOO_MUCH;
  }
}
