package school.kerygma.app.ground.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.LongSupplier;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/**
 * Asks for a connection only once where the database is gone: a page asks several times, for its
 * session, for itself, and would wait anew each time. A pool that is merely busy is asked again.
 */
class FailsFast extends DelegatingDataSource {

  static final Duration BELIEVED = Duration.ofMillis(500);

  private record Failure(long atNs, SQLException reason) {}

  private final LongSupplier nanoTime;
  private final AtomicReference<@Nullable Failure> gone = new AtomicReference<>();

  /**
   * @param nanoTime of the machine, in nanoseconds: the application's clock may stand still
   */
  FailsFast(DataSource target, LongSupplier nanoTime) {
    super(target);
    this.nanoTime = nanoTime;
  }

  @Override
  public Connection getConnection() throws SQLException {
    Failure before = gone.get();
    if (before != null && nanoTime.getAsLong() - before.atNs() < BELIEVED.toNanos()) {
      throw new SQLTransientConnectionException(
          before.reason().getMessage(), before.reason().getSQLState(), before.reason());
    }
    try {
      Connection connection = super.getConnection();
      gone.set(null);
      return connection;
    } catch (SQLException e) {
      if (isGone(e)) {
        gone.set(new Failure(nanoTime.getAsLong(), e));
      }
      throw e;
    }
  }

  /** A pool that was waited for in vain tells what kept it from connecting, if anything did. */
  private static boolean isGone(SQLException e) {
    return e.getCause() != null || e.getNextException() != null;
  }
}
