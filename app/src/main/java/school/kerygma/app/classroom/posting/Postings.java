package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskGone;
import school.kerygma.app.plan.planning.TaskUse;
import school.kerygma.app.school.sections.SectionTouched;
import school.kerygma.app.talk.scores.ScoreMade;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.WalkthroughGone;
import school.kerygma.core.time.Moments;

/** Puts up, changes and withdraws. */
@Service
@Transactional
public class Postings implements Keeps, TaskUse, OnShelf {

  private final Posting.Repository postings;
  private final ApplicationEventPublisher events;
  private final Posting.DeliveryRepository deliveries;
  private final GoesUp goesUp;
  private final Scores scores;
  private final Jobs jobs;
  private final Clock clock;
  private final Shelf shelf;

  Postings(
      ApplicationEventPublisher events,
      Posting.Repository postings,
      Posting.DeliveryRepository deliveries,
      GoesUp goesUp,
      Scores scores,
      Jobs jobs,
      Clock clock,
      Shelf shelf) {
    this.scores = scores;
    this.jobs = jobs;
    this.events = events;
    this.shelf = shelf;
    this.postings = postings;
    this.deliveries = deliveries;
    this.goesUp = goesUp;
    this.clock = clock;
  }

  /**
   * Posts once, however often it is asked.
   *
   * @param id made by the form
   */
  public void post(UUID id, UUID owner, PostingSheet sheet) {
    Optional<Posting> posted = postings.findById(id);
    if (posted.isPresent()) {
      if (!posted.get().ownerId().equals(owner)) {
        throw Problem.notFound();
      }
      return;
    }
    Posting made = new Posting(id, owner, sheet, clock.instant());
    boolean waits = sheet.walkthrough() != null && isBeingMade(sheet.walkthrough());
    made.deliveries().forEach(d -> d.wait(waits));
    Posting posting = postings.saveAndFlush(made);
    posting.deliveries().forEach(goesUp::schedule);
    events.publishEvent(new SectionTouched(sheet.sections().keySet()));
  }

  /** Whether there is nothing to play yet of a walkthrough, and will be soon. */
  private boolean isBeingMade(UUID walkthrough) {
    return scores.current(walkthrough).isEmpty()
        && jobs.latest(walkthrough).filter(w -> !w.state().isOver()).isPresent();
  }

  /** What waited for a walkthrough goes up. */
  @EventListener
  void on(ScoreMade made) {
    for (UUID id : deliveries.waiting(made.walkthrough())) {
      Posting.Delivery d = toChange(id);
      d.wait(false);
      goesUp.schedule(d);
      touched(d);
    }
  }

  /**
   * Changes the moments of one section. Who has been told once is not told again.
   *
   * @param seen what the form was opened with
   */
  public void change(UUID delivery, String seen, Moments moments) {
    PostingSheet.check(moments);
    Posting.Delivery d = toChange(delivery);
    Seen.check(seen, d.view(now()).seen());
    d.change(moments);
    goesUp.schedule(d);
    touched(d);
  }

  /**
   * Changes what goes with a posting.
   *
   * @param seen what the form was opened with
   * @param tell whether who has been told already is told of the change
   */
  public void changeWords(
      UUID posting,
      String seen,
      Set<UUID> tasks,
      String toStudents,
      String toFamilies,
      boolean tell) {
    PostingSheet.checkLines(toStudents, toFamilies);
    List<UUID> ids =
        deliveries.ofPosting(posting).stream().map(Posting.Delivery::id).sorted().toList();
    List<Posting.Delivery> held = ids.stream().map(this::toChange).toList();
    if (held.isEmpty()) {
      throw Problem.notFound();
    }
    Seen.check(seen, PostedWords.seen(held.getFirst().view(now())));
    held.getFirst().posting().change(tasks, toStudents.strip(), toFamilies.strip());
    for (Posting.Delivery d : held) {
      touched(d);
      events.publishEvent(new WordsChanged(d.view(now())));
      if (tell && d.announced() && d.view(now()).up()) {
        events.publishEvent(new DeliveryChanged(d.view(now()), Set.of()));
      }
    }
  }

  /** What was for some students is for all of its sections, and the others are told of it. */
  public void forAll(UUID posting) {
    List<UUID> ids =
        deliveries.ofPosting(posting).stream().map(Posting.Delivery::id).sorted().toList();
    for (UUID id : ids) {
      Posting.Delivery d = toChange(id);
      d.posting().forAll();
      touched(d);
      if (d.announced() && d.view(now()).up()) {
        events.publishEvent(new DeliveryWentUp(d.view(now())));
      }
    }
  }

  /** Takes a delivery down. */
  public void withdraw(UUID delivery) {
    Posting.Delivery d = toChange(delivery);
    d.withdraw(clock.instant());
    touched(d);
  }

  /** Undoes {@link #withdraw}. */
  public void putUpAgain(UUID delivery) {
    Posting.Delivery d = toChange(delivery);
    d.putUpAgain();
    goesUp.schedule(d);
    touched(d);
  }

  private void touched(Posting.Delivery d) {
    events.publishEvent(new SectionTouched(Set.of(d.view(now()).section())));
  }

  /** A posting that is put away or taken out is so for its sections. */
  @EventListener
  void on(Shelf.Moved moved) {
    if (moved.kind() == Shelf.Of.POSTING) {
      events.publishEvent(new SectionTouched(deliveries.sectionsOf(moved.id())));
    }
  }

  /** Postings that were put away long ago are gone, with the letters about them. */
  @EventListener
  void on(Nightly night) {
    shelf.before(Shelf.Of.POSTING, night.emptied()).forEach(postings::deleteWhole);
  }

  @EventListener
  void on(WalkthroughGone gone) {
    postings.deleteOfWalkthrough(gone.walkthrough());
  }

  @EventListener
  void on(TaskGone gone) {
    postings.leaveOut(gone.task());
  }

  /** Tries once more to tell of what is up. */
  public void tell(UUID delivery) {
    goesUp.schedule(get(delivery));
  }

  private Posting.Delivery toChange(UUID delivery) {
    return deliveries.toChange(delivery).orElseThrow(Problem::notFound);
  }

  private Posting.Delivery get(UUID delivery) {
    return deliveries.findById(delivery).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  Optional<DeliveryView> find(UUID delivery) {
    return deliveries.findById(delivery).map(d -> d.view(now()));
  }

  @Transactional(readOnly = true)
  public DeliveryView view(UUID delivery) {
    return get(delivery).view(now());
  }

  private Instant now() {
    return clock.instant();
  }

  @Transactional(readOnly = true)
  public List<DeliveryView> ofSections(Collection<UUID> sections) {
    return sections.isEmpty() ? List.of() : views(deliveries.ofSections(sections));
  }

  @Transactional(readOnly = true)
  public List<DeliveryView> ofPosting(UUID posting) {
    return views(deliveries.ofPosting(posting));
  }

  @Transactional(readOnly = true)
  public List<DeliveryView> ofWalkthroughs(Collection<UUID> walkthroughs) {
    return walkthroughs.isEmpty() ? List.of() : views(deliveries.ofWalkthroughs(walkthroughs));
  }

  @Transactional(readOnly = true)
  public List<DeliveryView> ofTask(UUID task) {
    return views(deliveries.ofTask(task));
  }

  @Transactional(readOnly = true)
  public List<DeliveryView> ofTasks(Collection<UUID> tasks) {
    return tasks.isEmpty() ? List.of() : views(deliveries.ofTasks(tasks));
  }

  /** A delivery that nobody else changes until this is over. */
  DeliveryView held(UUID delivery) {
    return toChange(delivery).view(now());
  }

  /** What is up and was never noted to be told. */
  @Transactional(readOnly = true)
  List<DeliveryView> neverTold() {
    return views(deliveries.neverTold()).stream().filter(DeliveryView::up).toList();
  }

  /** Sections in which a delivery closed after a moment and up to another. */
  @Transactional(readOnly = true)
  public List<UUID> closed(Instant from, Instant until) {
    return deliveries.closed(from, until);
  }

  private List<DeliveryView> views(List<Posting.Delivery> all) {
    Instant now = now();
    return all.stream().map(d -> d.view(now)).toList();
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.teachers("posting", "owner_id"),
        Kept.oneEach("posting_student", "student_id", "posting_id"));
  }

  @Override
  @Transactional(readOnly = true)
  public boolean uses(UUID task) {
    return postings.isPosted(task);
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.POSTING;
  }

  /** That of its walkthrough, or of a task. */
  @Override
  public String title() {
    return "coalesce((select w.title from walkthrough w where w.id = posting.walkthrough_id), (select min(t.title)"
        + " from posting_task x join task t on t.id = x.task_id where x.posting_id = posting.id), '')";
  }
}
