package school.kerygma.app.paper.papers;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.annotation.Carry;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PaperText;

/** The editions of papers: what they hold, and what goes over from one to the next. */
@Service
@Transactional(readOnly = true)
public class Editions {

  /**
   * An edition that has been read.
   *
   * @param number from 1; 0 if nothing of the handout has been read yet
   * @param leaves its pages, from the first
   */
  public record Content(UUID handout, int number, List<Leaf> leaves) {

    public List<UUID> ids() {
      return leaves.stream().map(Leaf::id).toList();
    }

    public List<Page> pages() {
      return leaves.stream().map(Leaf::page).toList();
    }

    public PaperText text() {
      return new PaperText(pages());
    }

    /** All its words. */
    public String words() {
      return leaves.stream().map(Leaf::text).collect(Collectors.joining(" "));
    }
  }

  /**
   * The way from a page of an edition before to the newest.
   *
   * @param page index of the page in its edition, from 0
   * @param to the ids of the newest edition's pages
   */
  public record Way(Carry carry, int page, List<UUID> to) {

    public Optional<Mark> mark(Mark mark) {
      return carry.mark(mark, page, to);
    }
  }

  private final Handout.Repository handouts;
  private final Handout.EditionRepository editions;
  private final Handout.PageRepository pages;
  private final Leaves leaves;
  private final List<CarriesOver> carrying;
  private final MediaStore store;

  Editions(
      Handout.Repository handouts,
      Handout.EditionRepository editions,
      Handout.PageRepository pages,
      Leaves leaves,
      List<CarriesOver> carrying,
      MediaStore store) {
    this.handouts = handouts;
    this.editions = editions;
    this.pages = pages;
    this.leaves = leaves;
    this.carrying = carrying;
    this.store = store;
  }

  /** The editions of a handout that have been read, the newest first. */
  public List<Content> of(UUID handout) {
    return ready(handout).stream().map(this::content).toList();
  }

  /**
   * The newest edition that has been read.
   *
   * @throws Problem if there is none
   */
  public Content newest(UUID handout) {
    return content(newestEdition(handout));
  }

  private Handout.Edition newestEdition(UUID handout) {
    return ready(handout).stream().findFirst().orElseThrow(Problem::notFound);
  }

  private List<Handout.Edition> ready(UUID handout) {
    return editions.ofHandouts(List.of(handout)).stream().filter(Handout.Edition::isReady).toList();
  }

  /**
   * The newest edition that has been read; without pages if none has.
   *
   * @throws Problem if there is no such handout
   */
  public Content opened(UUID handout) {
    return ready(handout).stream()
        .findFirst()
        .map(this::content)
        .orElseGet(
            () -> {
              if (!handouts.existsById(handout)) {
                throw Problem.notFound();
              }
              return new Content(handout, 0, List.of());
            });
  }

  /** Some pages with what was read on them, in no order. */
  public List<Leaf> leaves(Collection<UUID> of) {
    return leaves.among(of);
  }

  /**
   * A page with what was read on it.
   *
   * @throws Problem if there is no such page
   */
  public Leaf leaf(UUID page) {
    return leaves(List.of(page)).stream().findFirst().orElseThrow(Problem::notFound);
  }

  private Content content(Handout.Edition edition) {
    return new Content(edition.handout().id(), edition.number(), leaves.ofEdition(edition.id()));
  }

  /** The name of the newest edition's file, a PDF or a picture, in the store. */
  public String file(UUID handout) {
    Handout.Edition edition = newestEdition(handout);
    String pdf = PageReading.pdf(edition.id());
    return store.find(pdf).isPresent() ? pdf : Handouts.original(edition.id());
  }

  /** The ways of those among some pages that do not belong to the newest edition of their paper. */
  public Map<UUID, Way> toNewest(Collection<UUID> of) {
    Map<UUID, Handout.Edition> newest = new HashMap<>();
    Map<UUID, Way> opened = new HashMap<>(); // Each edition before is opened once.
    Map<UUID, Way> ways = new HashMap<>();
    for (Handout.PageEntity from : of.isEmpty() ? List.<Handout.PageEntity>of() : pages.among(of)) {
      Handout.Edition before = from.edition();
      Handout.Edition to = newest.computeIfAbsent(before.handout().id(), this::newestEdition);
      if (!to.id().equals(before.id())) {
        Way whole = opened.computeIfAbsent(before.id(), id -> way(content(before), content(to)));
        ways.put(from.id(), new Way(whole.carry(), from.number() - 1, whole.to()));
      }
    }
    return ways;
  }

  /** Those among some pages of whose paper there is a newer edition. */
  public Set<UUID> outdated(Collection<UUID> of) {
    return of.isEmpty() ? Set.of() : pages.outdated(of);
  }

  private static Way way(Content before, Content after) {
    return new Way(new Carry(before.pages(), after.pages()), 0, after.ids());
  }

  /**
   * Takes over what the edition before has to one that has just been read.
   *
   * @return whether others may see it
   */
  @Transactional
  boolean carry(UUID edition) {
    Handout.Edition newest = editions.findById(edition).orElseThrow();
    Optional<Handout.Edition> before =
        ready(newest.handout().id()).stream().filter(e -> e.number() < newest.number()).findFirst();
    boolean sure = true;
    if (before.isPresent()) {
      Content from = content(before.get());
      Content to = content(newest);
      for (CarriesOver c : carrying) {
        sure &= c.carry(from, to);
      }
    }
    return sure;
  }

  /** An edition that was read and waits for its teacher. */
  public record Held(UUID edition, Content content) {}

  /** The edition that waits until its teacher has decided about covers. */
  public Optional<Held> held(UUID handout) {
    return editions.ofHandouts(List.of(handout)).stream()
        .filter(Handout.Edition::isHeld)
        .findFirst()
        .map(e -> new Held(e.id(), content(e)));
  }

  /** Lets the held edition take the place of the one before: its teacher has looked at it. */
  @Transactional
  public void release(UUID handout) {
    editions.ofHandouts(List.of(handout)).stream()
        .filter(Handout.Edition::isHeld)
        .findFirst()
        .orElseThrow(() -> Problem.conflict("edition-not-held"))
        .ready();
  }
}
