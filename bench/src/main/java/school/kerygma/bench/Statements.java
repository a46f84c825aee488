package school.kerygma.bench;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;

/** Counts the statements that the application prepares. */
final class Statements implements BeanPostProcessor {

  private final AtomicLong prepared = new AtomicLong();

  long count() {
    return prepared.get();
  }

  @Override
  public Object postProcessAfterInitialization(Object bean, String name) {
    return bean instanceof DataSource source ? counting(DataSource.class, source) : bean;
  }

  private <T> T counting(Class<T> type, T counted) {
    return type.cast(
        Proxy.newProxyInstance(
            Statements.class.getClassLoader(),
            new Class<?>[] {type},
            (proxy, method, arguments) -> {
              if (method.getName().equals("prepareStatement")) {
                prepared.incrementAndGet();
              }
              try {
                Object result = method.invoke(counted, arguments);
                return method.getReturnType() == Connection.class && result != null
                    ? counting(Connection.class, (Connection) result)
                    : result;
              } catch (InvocationTargetException e) {
                throw e.getCause();
              }
            }));
  }
}
