package school.kerygma.app.ground.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.datasource.AbstractDataSource;

/**
 * The state 08001, "client unable to establish connection": ISO/IEC 9075, PostgreSQL appendix A.
 */
class FailsFastTest {

  private final AtomicLong now = new AtomicLong();
  private final AtomicInteger asked = new AtomicInteger();
  private final AtomicReference<SQLException> fails = new AtomicReference<>();
  private final FailsFast data =
      new FailsFast(
          new AbstractDataSource() {
            @Override
            public Connection getConnection() throws SQLException {
              asked.incrementAndGet();
              if (fails.get() != null) {
                throw fails.get();
              }
              return null;
            }

            @Override
            public Connection getConnection(String user, String password) throws SQLException {
              return getConnection();
            }
          },
          now::get);

  @Test
  void aDatabaseThatIsGoneIsWaitedForOnceAndAskedAnewSoonAfter() throws SQLException {
    SQLException refused = new SQLException("refused", "08001");
    fails.set(new SQLTransientConnectionException("waited in vain", refused));
    assertThatThrownBy(data::getConnection).hasMessage("waited in vain");
    assertThatThrownBy(data::getConnection).isInstanceOf(SQLTransientConnectionException.class);
    assertThat(asked).hasValue(1);
    now.addAndGet(FailsFast.BELIEVED.toNanos());
    fails.set(null);
    data.getConnection();
    data.getConnection();
    assertThat(asked).hasValue(3);
  }

  @Test
  void aPoolThatIsMerelyBusyIsAskedAgain() {
    fails.set(new SQLTransientConnectionException("all are in use"));
    assertThatThrownBy(data::getConnection).hasMessage("all are in use");
    assertThatThrownBy(data::getConnection).hasMessage("all are in use");
    assertThat(asked).hasValue(2);
  }
}
