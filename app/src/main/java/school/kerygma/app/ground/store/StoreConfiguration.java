package school.kerygma.app.ground.store;

import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What stands before the database. */
@Configuration
class StoreConfiguration {

  @Bean
  static BeanPostProcessor failingFast() {
    return new BeanPostProcessor() {
      @Override
      public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof DataSource pool && !(bean instanceof FailsFast)
            ? new FailsFast(pool, System::nanoTime)
            : bean;
      }
    };
  }
}
