package school.kerygma.app.ground.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.There;
import school.kerygma.media.process.Interrupted;

/** Runs long work, lane by lane, outside any transaction of its own. */
@Component
class JobRunner implements SmartLifecycle {

  private static final TaskDescriptor<Void> TASK = TaskDescriptor.of("work");
  private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);

  /** Until work that ended this process, or nearly, is tried once more. */
  private static final Duration AGAIN = Duration.ofMinutes(5);

  private final ObjectProvider<Job> kinds;
  private final JobItem.Repository items;
  private final TransactionTemplate inTransaction;
  private final DataSource data;
  private final Duration polling;
  private final Duration heartbeat;
  private final int missedHeartbeats;

  /** So long work may go on when the application ends, before it is interrupted. */
  private final Duration toTheEnd;

  private final Map<Lane, SchedulerClient> clients = new EnumMap<>(Lane.class);
  private final Map<Lane, Scheduler> schedulers = new ConcurrentHashMap<>();
  private volatile boolean running;

  JobRunner(
      ObjectProvider<Job> kinds,
      JobItem.Repository items,
      TransactionTemplate inTransaction,
      DataSource data,
      @Value("${db-scheduler.polling-interval}") Duration polling,
      @Value("${db-scheduler.heartbeat-interval}") Duration heartbeat,
      @Value("${db-scheduler.missed-heartbeats-limit}") int missedHeartbeats,
      @Value("${db-scheduler.shutdown-max-wait}") Duration toTheEnd) {
    this.kinds = kinds;
    this.items = items;
    this.inTransaction = inTransaction;
    // Work is scheduled in the caller's transaction, and not at all if that is rolled back.
    this.data = new TransactionAwareDataSourceProxy(data);
    this.polling = polling;
    this.heartbeat = heartbeat;
    this.missedHeartbeats = missedHeartbeats;
    this.toTheEnd = toTheEnd;
    for (Lane lane : Lane.values()) {
      clients.put(
          lane, SchedulerClient.Builder.create(this.data, task()).tableName(lane.table()).build());
    }
  }

  private OneTimeTask<Void> task() {
    return Tasks.oneTime(TASK)
        .onFailure(
            (ended, next) ->
                next.reschedule(ended, Instant.now().plus(running ? AGAIN : Duration.ZERO)))
        .execute((instance, context) -> run(UUID.fromString(instance.getId())));
  }

  @Override
  public void start() {
    for (Lane lane : Lane.values()) {
      Scheduler scheduler =
          Scheduler.create(data, task())
              .tableName(lane.table())
              .threads(lane.workers())
              .pollingInterval(polling)
              .heartbeatInterval(heartbeat)
              .missedHeartbeatsLimit(missedHeartbeats)
              .shutdownMaxWait(toTheEnd)
              .build();
      scheduler.start();
      schedulers.put(lane, scheduler);
    }
    running = true;
  }

  @Override
  public void stop() {
    running = false;
    schedulers.values().forEach(Scheduler::stop);
    schedulers.clear();
  }

  @Override
  public boolean isRunning() {
    return running;
  }

  private Job work(String kind) {
    return kinds.stream().filter(k -> k.kind().equals(kind)).findFirst().orElseThrow();
  }

  /** Has work done once the transaction around this call is committed. */
  void schedule(JobItem item) {
    Lane lane = work(item.kind()).lane(item.subjectId());
    There.in(clients, lane)
        .scheduleIfNotExists(TASK.instance(item.id().toString()).scheduledTo(Instant.now()));
    if (TransactionSynchronizationManager.isSynchronizationActive()) {
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCommit() {
              begin(lane);
            }
          });
    } else {
      begin(lane);
    }
  }

  /** Does not wait for the next look at the table. Other nodes do: one of them may be first. */
  private void begin(Lane lane) {
    Scheduler scheduler = schedulers.get(lane);
    if (scheduler != null) {
      scheduler.triggerCheckForDueExecutions();
    }
  }

  /** Undoes what work that was cancelled while it waited had begun with. */
  void clear(JobItem item) {
    work(item.kind()).clear(item.subjectId());
  }

  private void run(UUID id) {
    JobItem item = items.findById(id).orElse(null);
    if (item == null || item.state().isOver()) {
      return;
    }
    Job work = work(item.kind());
    if (become(id, Job.State.RUNNING, null, null) == 0) {
      return; // Cancelled at this very moment; who cancelled has cleared it.
    }
    Job.Progress progress =
        new Job.Progress(
            (total, done) ->
                inTransaction.executeWithoutResult(t -> items.progress(id, done, total)),
            () -> items.stateOf(id) == Job.State.CANCELLED);
    try {
      work.run(item.subjectId(), progress);
      if (become(id, Job.State.DONE, null, null) == 0) {
        work.clear(
            item.subjectId()); // Cancelled too late to be stopped: it is not wanted all the same.
      }
    } catch (Job.Cancelled e) {
      work.clear(item.subjectId());
    } catch (Problem e) {
      work.clear(item.subjectId());
      become(
          id,
          Job.State.FAILED,
          e.key(),
          e.details().length == 0 ? null : String.valueOf(e.details()[0]));
    } catch (Interrupted e) {
      throw leftForTheNextStart(item, e);
    } catch (RuntimeException | StackOverflowError e) {
      if (!running) {
        throw leftForTheNextStart(item, e);
      }
      LOG.error("Work {} on {} failed", item.kind(), item.subjectId(), e);
      work.clear(item.subjectId());
      become(id, Job.State.FAILED, "problem.work", null);
    }
  }

  /** Where the application ends, work is not over: it lies there again, and nothing is cleared. */
  private static RuntimeException leftForTheNextStart(JobItem item, Throwable why) {
    LOG.info("Work {} on {} is done at the next start", item.kind(), item.subjectId());
    boolean _ =
        Thread.interrupted(); // It is put back through the database, which may be waited for.
    return new IllegalStateException("Work is left for the next start", why);
  }

  private int become(
      UUID id,
      Job.State state,
      @org.jspecify.annotations.Nullable String problem,
      @org.jspecify.annotations.Nullable String detail) {
    Integer changed = inTransaction.execute(t -> items.become(id, state, problem, detail));
    return changed == null ? 0 : changed;
  }
}
