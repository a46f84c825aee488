package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Tells, in one page and one line of the log, that the database does not answer: it may be down, or
 * all its connections taken.
 */
@Component
public class Outages extends OncePerRequestFilter {

  private static final Logger LOG = LoggerFactory.getLogger(Outages.class);
  private static final Duration QUIET = Duration.ofSeconds(10);

  private final Refusals refusals;
  private final Clock clock;
  private final AtomicReference<Instant> told = new AtomicReference<>(Instant.MIN);

  Outages(Refusals refusals, Clock clock) {
    this.refusals = refusals;
    this.clock = clock;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    try {
      chain.doFilter(request, response);
    } catch (RuntimeException | ServletException e) {
      if (!isOutage(e)) {
        throw e;
      }
      tell(e);
      if (!response.isCommitted()) {
        response.reset();
        refusals.later(request, response, "no-database");
      }
    }
  }

  /** Whether something went wrong because the database could not be reached. */
  public static boolean isOutage(@Nullable Throwable e) {
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      if (cause instanceof CannotCreateTransactionException
          || cause instanceof DataAccessResourceFailureException
          || cause instanceof TransientDataAccessResourceException
          || cause instanceof SQLException sql && isUnreachable(sql)) {
        return true;
      }
    }
    return false;
  }

  /** SQL states of class 08 (connection), 53 (resources) and 57P (shutting down); PostgreSQL, A. */
  private static boolean isUnreachable(SQLException e) {
    String state = String.valueOf(e.getSQLState());
    // A pooled connection that was found dead says so without a state.
    return "Connection is closed".equals(e.getMessage())
        || state.startsWith("08")
        || state.startsWith("53")
        || state.startsWith("57P")
        || e instanceof java.sql.SQLTransientConnectionException;
  }

  /** One line in ten seconds, not a trace for each request. */
  private void tell(Throwable e) {
    Instant now = clock.instant();
    Instant before = Objects.requireNonNull(told.get());
    if (before.isBefore(now.minus(QUIET)) && told.compareAndSet(before, now)) {
      Throwable root = e;
      while (root.getCause() != null) {
        root = root.getCause();
      }
      LOG.warn("The database does not answer: {}", root.getClass().getSimpleName());
    }
  }
}
