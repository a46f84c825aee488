package school.kerygma.app.paper.papers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.Excerpt;
import school.kerygma.core.There;
import school.kerygma.core.handout.SnapTargets;

/** Takes papers in and hands out their pages. */
@Service
@Transactional
public class Handouts implements Keeps {

  /**
   * A handout in the list of a teacher's handouts.
   *
   * @param ready whether an edition can be shown
   * @param edition the number of the newest, from 1
   * @param shown the pages of the newest that has been read
   * @param work that reads the newest, if it is being read
   * @param held whether the newest has been read and waits for a decision about covers
   * @param hadChanges whether the file of the newest had tracked changes
   */
  public record View(
      UUID id,
      String title,
      int pages,
      boolean ready,
      int edition,
      List<PageView> shown,
      Jobs.@Nullable View work,
      boolean held,
      boolean hadChanges) {}

  /**
   * A page that has the words that were asked for.
   *
   * @param page its place
   * @param called by which number it is called
   */
  public record Answer(UUID handout, String title, int page, String called, Excerpt excerpt) {}

  private final Handout.Repository handouts;
  private final Handout.EditionRepository editions;
  private final Handout.PageRepository pages;
  private final Leaves leaves;
  private final Jobs jobs;

  Handouts(
      Handout.Repository handouts,
      Handout.EditionRepository editions,
      Handout.PageRepository pages,
      Leaves leaves,
      Jobs jobs) {
    this.handouts = handouts;
    this.editions = editions;
    this.pages = pages;
    this.leaves = leaves;
    this.jobs = jobs;
  }

  static String original(UUID edition) {
    return "editions/" + edition + ".original";
  }

  static void remove(Path directory, Path file) {
    try {
      Files.deleteIfExists(file);
      Files.deleteIfExists(directory);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  static String title(String fileName) {
    String name =
        TakingIn.shortened(fileName, 200)
            .replaceFirst("\\.[A-Za-z]{2,4}$", "")
            .replace('_', ' ')
            .replace('-', ' ')
            .strip();
    return name.isEmpty() ? "Paper" : Character.toUpperCase(name.charAt(0)) + name.substring(1);
  }

  public void rename(UUID handout, String title) {
    String name = title.strip();
    if (name.isEmpty() || name.length() > 200) {
      throw Problem.refused("name");
    }
    handouts.findById(handout).orElseThrow(Problem::notFound).rename(name);
  }

  /**
   * All of a teacher's. What is ready and what is still read are seen as of one moment: a paper
   * that is done between two looks would be shown as neither, and nobody would look again.
   */
  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public List<View> ofTeacher(UUID teacher) {
    return views(handouts.ofOwner(teacher), pages.ofOwner(teacher));
  }

  private List<View> views(List<Handout> all, List<Handout.PageEntity> of) {
    Map<UUID, Handout.Edition> newest = newest(all.stream().map(Handout::id).toList());
    Map<UUID, List<PageView>> shown =
        of.stream()
            .map(Handouts::view)
            .collect(
                Collectors.groupingBy(PageView::handout, LinkedHashMap::new, Collectors.toList()));
    Map<UUID, Jobs.View> work =
        jobs.latestOf(newest.values().stream().map(Handout.Edition::id).toList());
    return all.stream()
        .filter(h -> newest.containsKey(h.id()))
        .map(
            h -> {
              Handout.Edition e = There.in(newest, h.id());
              List<PageView> own = shown.getOrDefault(h.id(), List.of());
              return new View(
                  h.id(),
                  h.title(),
                  own.isEmpty() ? e.pages() : own.size(),
                  !own.isEmpty(),
                  e.number(),
                  own,
                  e.isReady() || e.isHeld() ? null : underway(work.get(e.id())),
                  e.isHeld(),
                  e.hadChanges());
            })
        .toList();
  }

  /** A bar is shown only of what goes on: one of what is over would have the page loaded again. */
  private static Jobs.@Nullable View underway(Jobs.@Nullable View work) {
    return work == null || work.state().isOver() ? null : work;
  }

  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public View get(UUID id) {
    return find(id).orElseThrow(Problem::notFound);
  }

  /** A handout as of one moment, unless it is put away or gone. */
  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public Optional<View> find(UUID id) {
    Optional<Handout> handout = handouts.findById(id).filter(h -> !h.isPutAway());
    return views(handout.stream().toList(), pages.newestOf(id)).stream().findFirst();
  }

  private Map<UUID, Handout.Edition> newest(Collection<UUID> ids) {
    Map<UUID, Handout.Edition> newest = new HashMap<>();
    if (!ids.isEmpty()) {
      editions.ofHandouts(ids).forEach(e -> newest.putIfAbsent(e.handout().id(), e));
    }
    return newest;
  }

  /** All pages of a teacher's handouts that have been read, handout by handout. */
  @Transactional(readOnly = true)
  public List<PageView> pagesOfTeacher(UUID teacher) {
    return pages.ofOwner(teacher).stream().map(Handouts::view).toList();
  }

  @Transactional(readOnly = true)
  public Map<UUID, PageView> pages(Collection<UUID> ids) {
    return ids.isEmpty()
        ? Map.of()
        : pages.among(ids).stream()
            .map(Handouts::view)
            .collect(Collectors.toMap(PageView::id, Function.identity()));
  }

  /** How many words each of the handouts has. */
  @Transactional(readOnly = true)
  public Map<UUID, Integer> words(Collection<UUID> of) {
    return of.isEmpty()
        ? Map.of()
        : pages.wordsOf(of).stream()
            .collect(Collectors.toMap(r -> (UUID) r[0], r -> ((Number) r[1]).intValue()));
  }

  /**
   * Where a teacher's papers have some words: the best first, at most 50.
   *
   * @param words as people type them into a search: quotes and "or" count, a minus leaves out
   */
  @Transactional(readOnly = true)
  public List<Answer> asked(UUID teacher, String words) {
    return words.isBlank()
        ? List.of()
        : pages.asked(teacher, words).stream()
            .map(
                r ->
                    new Answer(
                        (UUID) r[0],
                        (String) r[1],
                        ((Number) r[2]).intValue(),
                        (String) r[3],
                        Excerpt.of((String) r[4])))
            .toList();
  }

  /** The titles of handouts. */
  @Transactional(readOnly = true)
  public Map<UUID, String> titles(Collection<UUID> of) {
    return of.isEmpty()
        ? Map.of()
        : handouts.findAllById(of).stream().collect(Collectors.toMap(Handout::id, Handout::title));
  }

  /** The titles of all a teacher's handouts that are not put away. */
  @Transactional(readOnly = true)
  public Map<UUID, String> titlesOfTeacher(UUID teacher) {
    return handouts.ofOwner(teacher).stream()
        .collect(Collectors.toMap(Handout::id, Handout::title));
  }

  /** A page as it was read: what marks can snap to on it, and what is there to be filled in. */
  @Transactional(readOnly = true)
  public Leaf leaf(UUID page) {
    return leaves.among(List.of(page)).stream().findFirst().orElseThrow(Problem::notFound);
  }

  /** What marks can snap to on a page. */
  @Transactional(readOnly = true)
  public SnapTargets targets(UUID page) {
    return leaf(page).targets();
  }

  static PageView view(Handout.PageEntity p) {
    Handout h = p.edition().handout();
    return new PageView(
        p.id(),
        h.id(),
        h.title(),
        p.number(),
        p.edition().pages(),
        p.width(),
        p.height(),
        p.printed());
  }

  /** Whose handout it is, if there is such a one. */
  @Transactional(readOnly = true)
  public Optional<UUID> ownerOf(UUID handout) {
    return handouts.findById(handout).map(Handout::ownerId);
  }

  /** Whether a page belongs to an edition that others than its teacher may see. */
  @Transactional(readOnly = true)
  public boolean isOut(UUID page) {
    return pages.whole(page).filter(p -> p.edition().isReady()).isPresent();
  }

  /** The handout with the pages of its held edition in place of those that are shown. */
  @Transactional(readOnly = true)
  public View withPages(UUID id, Collection<UUID> held) {
    View v = get(id);
    List<PageView> own =
        pages(held).values().stream().sorted(Comparator.comparing(PageView::number)).toList();
    return new View(
        v.id(), v.title(), own.size(), true, v.edition(), own, null, true, v.hadChanges());
  }

  /**
   * Whether a page is a photograph, and its picture a JPEG.
   *
   * @throws Problem if there is no such page
   */
  @Transactional(readOnly = true)
  public boolean isPhotograph(UUID page) {
    return pages
        .whole(page)
        .orElseThrow(Problem::notFound)
        .edition()
        .mediaType()
        .equals("image/jpeg");
  }

  /** To which handout a page belongs. */
  @Transactional(readOnly = true)
  public Optional<UUID> handoutOfPage(UUID page) {
    return pages.whole(page).map(p -> p.edition().handout().id());
  }

  /** Whose page it is, if there is such a page. */
  @Transactional(readOnly = true)
  public Optional<UUID> ownerOfPage(UUID page) {
    return pages.whole(page).map(p -> p.edition().handout().ownerId());
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("handout", "owner_id"));
  }
}
