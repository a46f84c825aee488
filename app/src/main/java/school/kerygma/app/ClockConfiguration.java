package school.kerygma.app;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The clock that the whole application reads. It runs; a demonstration may have it start elsewhere.
 */
@Configuration(proxyBeanMethods = false)
class ClockConfiguration {

  @Bean
  Clock clock(@Value("${kerygma.clock.start}") String start) {
    Clock system = Clock.systemUTC();
    return new ScopedClock(
        start.isBlank()
            ? system
            : Clock.offset(system, Duration.between(system.instant(), Instant.parse(start))));
  }
}
