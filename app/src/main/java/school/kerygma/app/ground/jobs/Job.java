package school.kerygma.app.ground.jobs;

import java.util.List;
import java.util.UUID;
import java.util.function.BooleanSupplier;
import java.util.function.ObjIntConsumer;

/** A kind of long work. Doing it again from the start must be harmless: a restart does so. */
public interface Job {

  /** A short name, never changed: it stands in the database. */
  String kind();

  /**
   * Does the work.
   *
   * @param subject what it is about
   * @throws school.kerygma.app.ground.problems.Problem to tell the owner what went wrong
   */
  void run(UUID subject, Progress progress);

  /** With which other work it may have to wait. */
  Lane lane();

  /** The same, where it depends on what the work is about. */
  default Lane lane(UUID subject) {
    return lane();
  }

  /** Undoes what is half done, after a failure or a cancellation. */
  default void clear(UUID subject) {}

  /** Thrown out of {@link Progress#at} when the owner cancelled. */
  final class Cancelled extends RuntimeException {}

  /** Where the work says how far it is. */
  final class Progress {
    private final ObjIntConsumer<Integer> report;
    private final BooleanSupplier cancelled;

    Progress(ObjIntConsumer<Integer> report, BooleanSupplier cancelled) {
      this.report = report;
      this.cancelled = cancelled;
    }

    /**
     * So much of so much is done.
     *
     * @throws Cancelled if the owner does not want it any more
     */
    public void at(int done, int total) {
      if (cancelled.getAsBoolean()) {
        throw new Cancelled();
      }
      report.accept(total, done);
    }
  }

  /** States of a piece of work. */
  enum State {
    WAITING,
    RUNNING,
    DONE,
    FAILED,
    CANCELLED;

    public boolean isOver() {
      return List.of(DONE, FAILED, CANCELLED).contains(this);
    }
  }
}
