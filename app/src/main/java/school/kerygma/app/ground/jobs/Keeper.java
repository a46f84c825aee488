package school.kerygma.app.ground.jobs;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Clock;
import java.time.LocalTime;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Tells every module once a night to remove what nobody needs any more; on one node only. */
@Configuration(proxyBeanMethods = false)
class Keeper {

  private static final LocalTime AT_NIGHT = LocalTime.of(3, 15);

  @Bean
  RecurringTask<Void> nightlyTask(ApplicationEventPublisher events, Clock clock) {
    return Tasks.recurring("nightly", Schedules.daily(AT_NIGHT))
        .execute((instance, context) -> events.publishEvent(new Nightly(clock.instant())));
  }
}
