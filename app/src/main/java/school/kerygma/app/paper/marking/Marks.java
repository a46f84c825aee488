package school.kerygma.app.paper.marking;

import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.MarksBrought;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** The marks that stand on pages, and what their covers leave to be read. */
@Service
@Transactional
public class Marks {

  /** More marks on one page than this are none that a person made. */
  private static final int MOST = 500;

  /** Widths that a pen can have, in points. */
  private static final double WIDEST = 20;

  /**
   * A standing mark.
   *
   * @param lost whether a newer edition had no place for it
   */
  public record Standing(UUID id, Mark mark, boolean lost) {}

  /**
   * A mark as it comes from a teacher's hand.
   *
   * @param boxes x, y, width and height of each; of a note where its slip is put
   * @param words what a note says; of the other kinds the page itself knows them
   * @param ink x, y and pressure of each place of the pen
   * @param width usual width of the pen, in points
   */
  public record Drawn(
      Mark.Kind kind,
      List<Box> boxes,
      int number,
      String words,
      List<double[]> ink,
      double width) {}

  private final StandingMark.Repository marks;
  private final Editions editions;
  private final Clock clock;

  Marks(StandingMark.Repository marks, Editions editions, Clock clock) {
    this.marks = marks;
    this.editions = editions;
    this.clock = clock;
  }

  /** The marks of some pages, in the order of their making. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Standing>> standing(Collection<UUID> of) {
    Map<UUID, List<Standing>> byPage = new LinkedHashMap<>();
    if (!of.isEmpty()) {
      for (StandingMark m : marks.ofPages(of)) {
        byPage
            .computeIfAbsent(m.pageId(), p -> new java.util.ArrayList<>())
            .add(new Standing(m.getId(), m.mark(), m.isLost()));
      }
    }
    return byPage;
  }

  /** The marks of some pages, for the browser of their teacher. */
  @Transactional(readOnly = true)
  public List<MarkView> views(Collection<UUID> pageIds) {
    return MarkView.all(standing(pageIds));
  }

  /** The marks of some pages, as they are drawn. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Mark>> of(Collection<UUID> pageIds) {
    Map<UUID, List<Mark>> byPage = new HashMap<>();
    standing(pageIds)
        .forEach((page, own) -> byPage.put(page, own.stream().map(Standing::mark).toList()));
    return byPage;
  }

  /** The covers of a page. */
  @Transactional(readOnly = true)
  public Covers covers(UUID page) {
    return Covers.of(of(List.of(page)).getOrDefault(page, List.of()));
  }

  /** The words of pages that may be read by others than their teacher. */
  @Transactional(readOnly = true)
  public Map<UUID, String> openTexts(Collection<UUID> pageIds) {
    Map<UUID, List<Mark>> standing = of(pageIds);
    Map<UUID, String> texts = new HashMap<>();
    for (Leaf page : editions.leaves(pageIds)) {
      Covers covers = Covers.of(standing.getOrDefault(page.id(), List.of()));
      texts.put(page.id(), Word.text(covers.leave(page.page().words())));
    }
    return texts;
  }

  /** The lines of a page that may be read by others than its teacher. */
  @Transactional(readOnly = true)
  public List<Line> openLines(UUID page) {
    Covers covers = Covers.of(of(List.of(page)).getOrDefault(page, List.of()));
    return editions.leaves(List.of(page)).stream()
        .flatMap(l -> Line.of(covers.leave(l.page().words())).stream())
        .toList();
  }

  /** The words of a page that may be read by others than its teacher. */
  @Transactional(readOnly = true)
  public String openText(UUID page) {
    return Optional.ofNullable(openTexts(List.of(page)).get(page)).orElseThrow(Problem::notFound);
  }

  /** The marks of pages as others see them: no cover, and no words from under one. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Mark>> open(Collection<UUID> pageIds) {
    Map<UUID, List<Mark>> byPage = new HashMap<>();
    of(pageIds)
        .forEach(
            (page, own) -> {
              Covers covers = Covers.of(own);
              byPage.put(page, covers.open(own));
            });
    return byPage;
  }

  /**
   * Makes a mark. One that is made twice is one mark.
   *
   * @throws Problem if it is no mark, or the page has too many
   */
  public Standing make(UUID page, UUID id, Drawn drawn) {
    Optional<StandingMark> known = marks.findById(id);
    if (known.isPresent()) {
      if (!known.get().pageId().equals(page)) {
        throw Problem.notFound();
      }
      return new Standing(id, known.get().mark(), known.get().isLost());
    }
    if (marks.ofPages(List.of(page)).size() >= MOST) {
      throw Problem.refused("too-many-marks", MOST);
    }
    Mark made = mark(page, drawn);
    marks.ofPages(List.of(page)).stream()
        .filter(m -> made.replaces(m.mark()))
        .forEach(marks::delete);
    return keep(id, made);
  }

  /**
   * Adds marks that come from elsewhere; those that are there already are not made again.
   *
   * @return how many were added
   */
  public int add(List<Mark> all) {
    Set<UUID> pageIds = all.stream().map(Mark::pageId).collect(Collectors.toSet());
    Map<UUID, List<Mark>> there = of(pageIds);
    int added = 0;
    for (Mark mark : all) {
      List<Mark> own = there.getOrDefault(mark.pageId(), List.of());
      if (own.stream().noneMatch(m -> same(m, mark)) && own.size() + added < MOST) {
        keep(UUID.randomUUID(), mark);
        added++;
      }
    }
    return added;
  }

  private static boolean same(Mark a, Mark b) {
    Box one = Box.around(a.boxes());
    Box other = Box.around(b.boxes());
    return a.kind() == b.kind()
        && a.words().equals(b.words())
        && Math.abs(one.x() - other.x()) < 1
        && Math.abs(one.y() - other.y()) < 1
        && Math.abs(one.right() - other.right()) < 1
        && Math.abs(one.bottom() - other.bottom()) < 1;
  }

  private Standing keep(UUID id, Mark mark) {
    marks.save(new StandingMark(id, mark, clock.instant()));
    return new Standing(id, mark, false);
  }

  private Mark mark(UUID page, Drawn drawn) {
    Page on = editions.leaf(page).page();
    Box whole = on.box();
    boolean nowhere = drawn.kind() != Mark.Kind.INK && drawn.boxes().isEmpty();
    if (nowhere || drawn.boxes().stream().anyMatch(b -> !b.grownBy(1).overlaps(whole))) {
      throw Problem.unreadable();
    }
    return switch (drawn.kind()) {
      case INK -> {
        List<double[]> raw = drawn.ink();
        if (raw.isEmpty()
            || raw.size() > Ink.MOST_POINTS
            || drawn.width() > WIDEST
            || raw.stream().anyMatch(p -> p.length < 3)) {
          throw Problem.unreadable();
        }
        yield new Mark.InkLine(
            page,
            Ink.smooth(
                raw.stream()
                    .map(p -> new Ink.Point(p[0], p[1], Ink.width(drawn.width(), p[2])))
                    .toList()));
      }
      case NOTE -> {
        String text = drawn.words().strip();
        if (text.isEmpty() || text.length() > Mark.LONGEST_NOTE) {
          throw Problem.refused("note", Mark.LONGEST_NOTE);
        }
        Box place = Box.around(drawn.boxes());
        yield new Mark.Note(page, NoteSlip.at(place.x(), place.y(), text, whole), text);
      }
      default -> {
        try {
          yield Mark.of(drawn.kind(), page, drawn.boxes(), drawn.number(), text(on, drawn.boxes()));
        } catch (IllegalArgumentException e) {
          throw Problem.unreadable();
        }
      }
    };
  }

  private static String text(Page page, List<Box> boxes) {
    return Word.text(
        page.words().stream()
            .filter(
                w -> boxes.stream().anyMatch(b -> b.contains(w.box().centerX(), w.box().centerY())))
            .toList());
  }

  /**
   * Covers places of a page as a recording did.
   *
   * @param owner whose page it must be; the covers of others are left alone
   */
  public void cover(UUID owner, UUID page, UUID id, List<Box> boxes) {
    boolean own = editions.leaves(List.of(page)).stream().anyMatch(p -> p.owner().equals(owner));
    if (own && !marks.existsById(id)) {
      make(page, id, new Drawn(Mark.Kind.COVER, boxes, 0, "", List.of(), 0));
    }
  }

  @EventListener
  void on(MarksBrought brought) {
    brought.marks().forEach(m -> keep(UUID.randomUUID(), m));
  }

  /** Takes a mark away; one that is not there is no fault. */
  public void takeAway(UUID page, UUID id) {
    marks.findById(id).filter(m -> m.pageId().equals(page)).ifPresent(marks::delete);
  }
}
