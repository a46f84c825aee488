package school.kerygma.app.ground.jobs;

/**
 * Kinds of long work that never wait for each other: each lane has workers of its own. What people
 * are told and what goes up at a moment is run by others still.
 */
public enum Lane {
  /** Papers that are read or written. */
  PAPERS(2),
  /** Photos that are looked at: seconds each. */
  PHOTOS(1),
  /** What students say and write: it does not wait for a teacher's long paper. */
  ANSWERS(1),
  /** Recordings that are joined and compiled. */
  TALKS(1),
  /** Words of recordings that can be played already. */
  WORDS(1),
  /** Films that are made ready. */
  CLIPS(1);

  private final int workers;

  Lane(int workers) {
    this.workers = workers;
  }

  int workers() {
    return workers;
  }

  /** Each lane's waiting work lies in a table of its own: a scheduler knows only what it runs. */
  String table() {
    return "scheduled_" + name().toLowerCase(java.util.Locale.ROOT);
  }
}
