package school.kerygma.app.paper.papers;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.store.MediaStore;

/** Removes papers that were put away long ago, with their pages, unless a talk needs them. */
@Component
class HandoutKeeper implements OnShelf {

  private final Handout.Repository handouts;
  private final Handout.EditionRepository editions;
  private final Handout.PageRepository pages;
  private final ObjectProvider<PageUse> uses;
  private final ApplicationEventPublisher events;
  private final MediaStore store;
  private final Shelf shelf;

  HandoutKeeper(
      Handout.Repository handouts,
      Handout.EditionRepository editions,
      Handout.PageRepository pages,
      ObjectProvider<PageUse> uses,
      ApplicationEventPublisher events,
      MediaStore store,
      Shelf shelf) {
    this.handouts = handouts;
    this.editions = editions;
    this.pages = pages;
    this.uses = uses;
    this.events = events;
    this.store = store;
    this.shelf = shelf;
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.HANDOUT;
  }

  @EventListener
  @Transactional
  void on(Nightly night) {
    shelf.before(Shelf.Of.HANDOUT, night.emptied()).forEach(this::remove);
  }

  private void remove(UUID handout) {
    List<Handout.Edition> all = editions.ofHandouts(List.of(handout));
    List<UUID> shown = new ArrayList<>();
    for (Handout.Edition edition : all) {
      pages.ofEdition(edition.id()).forEach(page -> shown.add(page.id()));
    }
    if (!shown.isEmpty() && uses.stream().anyMatch(u -> u.usesAny(shown))) {
      return;
    }
    for (UUID page : shown) {
      events.publishEvent(new PageGone(page));
      for (PageReading.Size size : PageReading.Size.values()) {
        store.delete(PageReading.picture(page, size));
      }
    }
    for (Handout.Edition edition : all) {
      store.delete(Handouts.original(edition.id()));
      store.delete(PageReading.pdf(edition.id()));
    }
    handouts.deleteInBatch(handout);
  }
}
