package school.kerygma.app.talk.scores;

import java.util.List;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;

/**
 * Listens to the words of walkthroughs that can be played already, a stop at a time: the next stop
 * waits behind those of other teachers. When all are heard the walkthrough is compiled once more.
 */
@Component
public class Listening implements Job {

  private static final String KIND = "listen";

  private final TalkMaterial materials;
  private final SaidWords said;
  private final Scripts scripts;
  private final Scores scores;
  private final Jobs jobs;
  private final ApplicationEventPublisher events;
  private final TransactionTemplate inTransaction;

  Listening(
      TalkMaterial materials,
      SaidWords said,
      Scripts scripts,
      Scores scores,
      Jobs jobs,
      ApplicationEventPublisher events,
      TransactionTemplate inTransaction) {
    this.materials = materials;
    this.said = said;
    this.scripts = scripts;
    this.scores = scores;
    this.jobs = jobs;
    this.events = events;
    this.inTransaction = inTransaction;
  }

  /** Words of a walkthrough are known that its score does not have yet. */
  record Heard(UUID walkthrough) {}

  /** Whether stops of a walkthrough are being listened to, or wait for it. */
  public boolean isUnderWay(UUID walkthrough) {
    List<UUID> stops = scripts.stopsOf(walkthrough).stream().map(StopView::id).toList();
    return jobs.latestOf(stops).values().stream().anyMatch(w -> !w.state().isOver());
  }

  /** Whether words of a walkthrough may be known in a moment that are not known yet. */
  public boolean isAwaited(UUID walkthrough) {
    return isUnderWay(walkthrough)
        || jobs.latest(walkthrough).filter(w -> !w.state().isOver()).isPresent();
  }

  /**
   * Begins to listen, unless that goes on already.
   *
   * @param awaited stops that nobody has listened to, in their order
   */
  void begin(UUID walkthrough, List<UUID> awaited) {
    if (!awaited.isEmpty() && !isUnderWay(walkthrough)) {
      start(walkthrough, awaited.getFirst());
    }
  }

  private void start(UUID walkthrough, UUID stop) {
    scripts.ownerOf(walkthrough).ifPresent(owner -> jobs.start(KIND, stop, owner));
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public Lane lane() {
    return Lane.WORDS;
  }

  @Override
  public void run(UUID stop, Progress progress) {
    List<StopView> here = scripts.among(List.of(stop));
    if (here.isEmpty()) {
      return; // It was taken away meanwhile.
    }
    UUID walkthrough = here.getFirst().walkthrough();
    progress.at(0, 1);
    said.listen(material(walkthrough), stop);
    progress.at(1, 1);
    SaidWords.Spoken now = said.spoken(material(walkthrough)); // Of stops that changed meanwhile.
    List<UUID> order = List.copyOf(now.stops().keySet());
    order.subList(order.indexOf(stop) + 1, order.size()).stream()
        .filter(now.awaited()::contains)
        .findFirst()
        .ifPresentOrElse(next -> start(walkthrough, next), () -> tell(walkthrough, now));
  }

  /** A stop in which nothing was understood changes nothing. */
  private void tell(UUID walkthrough, SaidWords.Spoken now) {
    boolean better =
        scores
            .current(walkthrough)
            .filter(
                score ->
                    scores.stops(score.id()).stream()
                        .anyMatch(s -> !s.spoken().heard() && now.isHeard(s.id())))
            .isPresent();
    if (better) {
      events.publishEvent(new Heard(walkthrough));
    }
  }

  private TalkMaterial.Material material(UUID walkthrough) {
    return inTransaction.execute(t -> materials.material(walkthrough));
  }
}
