package school.kerygma.app.handouts;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.annotation.Carry;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PaperText;

/** The editions of papers: what they hold, and what goes over from one to the next. */
@Service
@Transactional(readOnly = true)
public class Editions {

  /**
   * An edition that has been read.
   *
   * @param number from 1
   * @param ids of its pages, from the first
   */
  public record Content(int number, List<UUID> ids, List<Page> pages) {

    public PaperText text() {
      return new PaperText(pages);
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

  private final Handout.EditionRepository editions;
  private final Handout.PageRepository pages;
  private final StandingMark.Repository marks;
  private final MediaStore store;
  private final Clock clock;

  Editions(
      Handout.EditionRepository editions,
      Handout.PageRepository pages,
      StandingMark.Repository marks,
      MediaStore store,
      Clock clock) {
    this.editions = editions;
    this.pages = pages;
    this.marks = marks;
    this.store = store;
    this.clock = clock;
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

  private Content content(Handout.Edition edition) {
    List<Handout.PageEntity> own = pages.ofEdition(edition.id());
    return new Content(
        edition.number(),
        own.stream().map(Handout.PageEntity::id).toList(),
        own.stream().map(Handout.PageEntity::page).toList());
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

  private static Way way(Content before, Content after) {
    return new Way(new Carry(before.pages(), after.pages()), 0, after.ids());
  }

  /**
   * Puts the marks of the edition before on one that has just been read.
   *
   * @return whether every cover has a sure place
   */
  @Transactional
  boolean carryMarks(UUID edition) {
    Handout.Edition newest = editions.findById(edition).orElseThrow();
    return before(newest).map(b -> carryMarks(content(b), content(newest))).orElse(true);
  }

  private Optional<Handout.Edition> before(Handout.Edition edition) {
    return ready(edition.handout().id()).stream()
        .filter(e -> e.number() < edition.number())
        .findFirst();
  }

  private boolean carryMarks(Content before, Content after) {
    List<StandingMark> own = marks.ofPages(before.ids());
    if (own.isEmpty()) {
      return true;
    }
    Carry carry = new Carry(before.pages(), after.pages());
    List<Mark> there =
        new ArrayList<>(marks.ofPages(after.ids()).stream().map(StandingMark::mark).toList());
    boolean sure = true;
    for (StandingMark mark : own) {
      Carry.Covered carried = carried(mark.mark(), carry, before, after);
      sure &= carried.sure() || !(mark.mark() instanceof Mark.Cover);
      if (carried.covers().isEmpty()) {
        mark.lose();
      }
      for (Mark now : carried.covers()) {
        if (there.stream().noneMatch(m -> same(m, now))) {
          marks.save(new StandingMark(UUID.randomUUID(), now, clock.instant()));
          there.add(now);
        }
      }
    }
    return sure;
  }

  /** Where a mark is now: a cover perhaps on several pages, any other on one or none. */
  private static Carry.Covered carried(Mark mark, Carry carry, Content before, Content after) {
    int page = before.ids().indexOf(mark.pageId());
    boolean picture =
        before.pages().get(page).words().isEmpty()
            && page < after.ids().size()
            && after.pages().get(page).words().isEmpty();
    if (mark instanceof Mark.Cover && !picture) {
      return carry.cover(mark, page, after.ids());
    }
    Optional<Mark> found = carry.mark(mark, page, after.ids());
    // Nothing can be read on a picture: its marks, and above all its covers, stay where they are.
    Optional<Mark> now =
        found.isEmpty() && picture
            ? Optional.of(
                Mark.of(
                    mark.kind(),
                    after.ids().get(page),
                    mark.boxes(),
                    mark.number(),
                    mark.words(),
                    mark.ink()))
            : found;
    // Whether another picture shows the same at the same place, nobody but its teacher can tell.
    return new Carry.Covered(now.stream().toList(), found.isPresent() || !picture);
  }

  /**
   * An edition that was read and waits for its teacher.
   *
   * @param unsure the covers of the edition before that have no sure place in it
   */
  public record Held(UUID edition, Content content, List<MarkView> unsure) {}

  /** The edition that waits until its teacher has decided about covers. */
  public Optional<Held> held(UUID handout) {
    return editions.ofHandouts(List.of(handout)).stream()
        .filter(Handout.Edition::isHeld)
        .findFirst()
        .map(
            e ->
                new Held(
                    e.id(),
                    content(e),
                    before(e).map(b -> unsure(content(b), content(e))).orElse(List.of())));
  }

  private List<MarkView> unsure(Content before, Content after) {
    Carry carry = new Carry(before.pages(), after.pages());
    return marks.ofPages(before.ids()).stream()
        .filter(m -> m.mark() instanceof Mark.Cover)
        .filter(m -> !carried(m.mark(), carry, before, after).sure())
        .map(m -> MarkView.of(new Marks.Standing(m.getId(), m.mark(), m.isLost())))
        .toList();
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

  /** A mark that the new file brought with it is not put there a second time. */
  private static boolean same(Mark there, Mark carried) {
    return there.kind() == carried.kind()
        && there.pageId().equals(carried.pageId())
        && new Covers(there.boxes()).hides(Box.around(carried.boxes()));
  }

  /** The marks of editions before that the newest has no place for. */
  public List<MarkView> lost(UUID handout) {
    Set<UUID> old = new HashSet<>();
    of(handout).stream().skip(1).forEach(e -> old.addAll(e.ids()));
    return old.isEmpty()
        ? List.of()
        : marks.ofPages(old).stream()
            .filter(StandingMark::isLost)
            .map(m -> MarkView.of(new Marks.Standing(m.getId(), m.mark(), true)))
            .toList();
  }
}
