package school.kerygma.app.talk.scripts;

import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;

/** Removes walkthroughs that were put away long ago. */
@Component
class ScriptKeeper implements OnShelf {

  private final Walkthrough.Repository walkthroughs;
  private final ApplicationEventPublisher events;
  private final Shelf shelf;

  ScriptKeeper(Walkthrough.Repository walkthroughs, ApplicationEventPublisher events, Shelf shelf) {
    this.walkthroughs = walkthroughs;
    this.events = events;
    this.shelf = shelf;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    for (UUID walkthrough : shelf.before(Shelf.Of.WALKTHROUGH, night.emptied())) {
      events.publishEvent(new WalkthroughGone(walkthrough));
      walkthroughs.deleteWhole(walkthrough);
    }
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.WALKTHROUGH;
  }
}
