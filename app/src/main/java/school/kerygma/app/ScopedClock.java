package school.kerygma.app;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;

/**
 * A clock that shows another time to whatever is run by {@link #runAt}; only the demonstration
 * does.
 */
public final class ScopedClock extends Clock {

  private static final ScopedValue<Instant> SHOWN = ScopedValue.newInstance();

  private final Clock clock;

  /** How far it has been moved since it was made. */
  private volatile Duration moved = Duration.ZERO;

  ScopedClock(Clock clock) {
    this.clock = clock;
  }

  public static void runAt(Instant shown, Runnable deed) {
    ScopedValue.where(SHOWN, shown).run(deed);
  }

  /** Sets it for everybody; it runs on from there. */
  void moveTo(Instant now) {
    moved = Duration.between(clock.instant(), now);
  }

  @Override
  public Instant instant() {
    return SHOWN.isBound() ? SHOWN.get() : clock.instant().plus(moved);
  }

  @Override
  public ZoneId getZone() {
    return clock.getZone();
  }

  @Override
  public Clock withZone(ZoneId zone) {
    return new ScopedClock(clock.withZone(zone));
  }
}
