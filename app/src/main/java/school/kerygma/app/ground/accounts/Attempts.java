package school.kerygma.app.ground.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Counts attempts at what can be guessed, for a quarter of an hour. */
@Component
public class Attempts {

  private static final Duration WINDOW = Duration.ofMinutes(15);

  private final SignInFailure.Repository failures;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Attempts(SignInFailure.Repository failures, TransactionTemplate inTransaction, Clock clock) {
    this.failures = failures;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /**
   * Counts one more attempt. Attempts that come at the same moment see one another: each is there
   * before any is counted.
   *
   * @param limits how many there may be of each subject
   * @return whether there were more of one
   */
  public boolean tooMany(Map<String, Integer> limits) {
    Instant now = clock.instant();
    inTransaction.executeWithoutResult(
        t -> {
          failures.deleteByAtBefore(now.minus(Duration.ofHours(1)));
          limits.keySet().forEach(subject -> failures.save(new SignInFailure(subject, now)));
        });
    Instant since = now.minus(WINDOW);
    return limits.entrySet().stream()
        .anyMatch(l -> failures.countBySubjectAndAtAfter(l.getKey(), since) > l.getValue());
  }

  /** An attempt was good: those before it do not count any more. */
  public void forget(Collection<String> subjects) {
    inTransaction.executeWithoutResult(t -> subjects.forEach(failures::deleteBySubject));
  }
}
