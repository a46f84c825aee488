package school.kerygma.app.work;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.util.List;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.problems.Problem;

/** Runs long work, one piece at a time, outside any transaction of its own. */
@Configuration(proxyBeanMethods = false)
class WorkRunner {

  static final TaskDescriptor<Void> TASK = TaskDescriptor.of("work");

  private static final Logger LOG = LoggerFactory.getLogger(WorkRunner.class);

  @Bean
  OneTimeTask<Void> workTask(
      List<Work> kinds, WorkItem.Repository items, TransactionTemplate inTransaction) {
    return Tasks.oneTime(TASK)
        .execute(
            (instance, context) ->
                run(UUID.fromString(instance.getId()), kinds, items, inTransaction));
  }

  private static void run(
      UUID id, List<Work> kinds, WorkItem.Repository items, TransactionTemplate inTransaction) {
    WorkItem item = items.findById(id).orElse(null);
    if (item == null || item.state().isOver()) {
      return;
    }
    Work work = kinds.stream().filter(k -> k.kind().equals(item.kind())).findFirst().orElseThrow();
    inTransaction.executeWithoutResult(t -> items.become(id, Work.State.RUNNING, null));
    Work.Progress progress =
        new Work.Progress(
            (total, done) ->
                inTransaction.executeWithoutResult(t -> items.progress(id, done, total)),
            () -> items.stateOf(id) == Work.State.CANCELLED);
    try {
      work.run(item.subjectId(), progress);
      inTransaction.executeWithoutResult(t -> items.become(id, Work.State.DONE, null));
    } catch (Work.Cancelled e) {
      work.clear(item.subjectId());
    } catch (Problem e) {
      work.clear(item.subjectId());
      inTransaction.executeWithoutResult(t -> items.become(id, Work.State.FAILED, e.key()));
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      LOG.error("Work {} on {} failed", item.kind(), item.subjectId(), e);
      work.clear(item.subjectId());
      inTransaction.executeWithoutResult(t -> items.become(id, Work.State.FAILED, "problem.work"));
    }
  }
}
