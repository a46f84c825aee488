package school.kerygma.core.roll;

/** What families hear of a child who did not answer the roll call, as the school rules. */
public enum Hears {
  NOTHING,
  /** They read it on their page. */
  ON_PAGE,
  /** They read it on their page, and are told by mail. */
  BY_MAIL
}
