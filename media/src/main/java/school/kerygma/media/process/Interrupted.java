package school.kerygma.media.process;

/**
 * Whoever waited was told to stop, since the application ends: the work is not done, and this says
 * nothing about what was worked at. It is no failure; nobody but who began the work may catch it.
 */
public final class Interrupted extends RuntimeException {

  /** Leaves the mark of the interruption on the thread. */
  public Interrupted(InterruptedException e) {
    super(e);
    Thread.currentThread().interrupt();
  }
}
