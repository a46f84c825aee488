package school.kerygma.app.classroom.handin;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.FillPlace;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.There;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handin.TwoTexts;
import school.kerygma.core.handin.WordBank;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.SnapTargets;
import school.kerygma.core.handout.Word;

/** A paper as each student's own copy: filled in on its pages, kept mark by mark. */
@Service
@Transactional
public class OwnSheets {

  /** More marks than these are none that a person made. */
  private static final int MOST = 800;

  private static final Set<String> COLORS = Set.of("", "spruce", "plum", "clay");
  private static final Set<Mark.Kind> KINDS =
      Set.of(Mark.Kind.FILLED, Mark.Kind.RING, Mark.Kind.INK);

  /**
   * A page of it.
   *
   * @param places that are there to be filled in
   * @param bank words that are there to be moved to their places
   * @param aims what a pointer or an arrow key can mean
   */
  public record Sheet(
      UUID id,
      int number,
      int of,
      double width,
      double height,
      List<FillPlace> places,
      List<WordBank.Item> bank,
      Aims aims) {}

  /**
   * What a pointer or an arrow key can mean on a page.
   *
   * @param words one box each
   * @param lines one box each
   * @param cells of tables
   */
  public record Aims(
      List<SnapTargets.Target> words,
      List<SnapTargets.Target> lines,
      List<SnapTargets.Target> cells) {}

  /**
   * What the student put there.
   *
   * @param kind in lower case
   * @param edits how often it was kept
   */
  public record Put(
      UUID id,
      UUID page,
      @Nullable String place,
      String kind,
      List<Box> boxes,
      String words,
      List<Ink.Point> ink,
      String color,
      int edits) {}

  /**
   * A picture in a frame.
   *
   * @param file that holds it
   * @param place the key of its frame
   * @param look part of its picture's address
   * @param arriving whether it is still on its way
   * @param ready whether it can be seen
   */
  public record Framed(
      UUID file, UUID page, String place, int look, boolean arriving, boolean ready) {}

  /** All of it. */
  public record Shown(List<Sheet> pages, List<Put> marks, List<Framed> pictures) {}

  /**
   * A mark as the browser sends it.
   *
   * @param ink x, y and pressure of each place of the pen
   * @param width of the pen, in points
   * @param seen the edits that this tab knows of
   */
  public record Sent(
      @Nullable UUID page,
      @Nullable String place,
      @Nullable String kind,
      @Nullable List<Box> boxes,
      @Nullable String words,
      @Nullable List<double[]> ink,
      double width,
      @Nullable String color,
      int seen) {}

  private final HandIns handIns;
  private final FilesOfWork files;
  private final OwnMark.Repository marks;
  private final Editions editions;
  private final Handouts handouts;

  OwnSheets(
      HandIns handIns,
      FilesOfWork files,
      OwnMark.Repository marks,
      Editions editions,
      Handouts handouts) {
    this.handIns = handIns;
    this.files = files;
    this.marks = marks;
    this.editions = editions;
    this.handouts = handouts;
  }

  /**
   * A student's own sheet as it is now.
   *
   * @param version that is shown; nothing if none is begun
   * @param papers that are given out
   */
  @Transactional(readOnly = true)
  public Shown of(Optional<UUID> version, Collection<UUID> papers) {
    List<UUID> pinned = version.map(marks::pages).orElse(List.of());
    List<UUID> pages = pinned.isEmpty() ? given(papers) : pinned;
    return new Shown(
        sheets(pages),
        version.map(v -> puts(List.of(v)).get(v)).orElse(List.of()),
        version.map(v -> framed(handIns.get(v))).orElse(List.of()));
  }

  private static List<Framed> framed(HandInVersion version) {
    return version.framed().stream()
        .map(
            f -> {
              String[] at = f.frame().split(" ", 2);
              return new Framed(
                  f.id(), UUID.fromString(at[0]), at[1], f.look(), f.arriving(), f.pages() > 0);
            })
        .toList();
  }

  /** The pages that are given out, paper by paper. */
  private List<UUID> given(Collection<UUID> papers) {
    List<UUID> pages = new ArrayList<>();
    for (UUID paper : papers.stream().sorted().toList()) {
      handouts.find(paper).ifPresent(h -> h.shown().stream().map(PageView::id).forEach(pages::add));
    }
    return pages;
  }

  private List<Sheet> sheets(List<UUID> pages) {
    Map<UUID, Leaf> leaves = new HashMap<>();
    editions.leaves(pages).forEach(l -> leaves.put(l.id(), l));
    List<Sheet> sheets = new ArrayList<>();
    for (UUID id : pages) {
      Leaf leaf = leaves.get(id);
      if (leaf != null) {
        Page page = leaf.page();
        SnapTargets targets = leaf.targets();
        sheets.add(
            new Sheet(
                id,
                sheets.size() + 1,
                pages.size(),
                page.width(),
                page.height(),
                leaf.places(),
                WordBank.of(page),
                new Aims(targets.words(), targets.lines(), targets.cells())));
      }
    }
    return sheets;
  }

  /** What stands on the sheets of versions. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Put>> puts(Collection<UUID> versions) {
    Map<UUID, List<Put>> puts = new HashMap<>();
    versions.forEach(v -> puts.put(v, new ArrayList<>()));
    if (!versions.isEmpty()) {
      marks.of(versions).forEach(m -> There.in(puts, m.handInId()).add(put(m)));
    }
    return puts;
  }

  private static Put put(OwnMark m) {
    Mark mark = m.mark();
    return new Put(
        m.getId(),
        mark.pageId(),
        m.place().orElse(null),
        mark.kind().written(),
        mark.boxes(),
        mark.words(),
        mark.ink(),
        m.color(),
        m.edits());
  }

  /**
   * Keeps a mark. One that comes twice is one; words that another tab wrote into the same place
   * meanwhile stay beside them.
   *
   * @param papers that are given out
   * @return nothing if it is taken away: words that are blank
   */
  public Optional<Put> keep(
      HandIns.Asked asked, UUID student, Collection<UUID> papers, UUID id, Sent sent) {
    UUID work = handIns.begin(asked, student);
    List<UUID> pages = pinned(work, papers);
    UUID page = sent.page();
    if (page == null || !pages.contains(page)) {
      throw Problem.notFound();
    }
    Optional<String> place = Optional.ofNullable(sent.place()).filter(p -> !p.isBlank());
    if (place.filter(p -> p.length() > 36).isPresent()) {
      throw Problem.unreadable();
    }
    Optional<String> key = place.map(p -> pages(page, p));
    Optional<OwnMark> known =
        key.flatMap(k -> marks.at(work, k))
            .or(() -> marks.findById(id).filter(m -> m.handInId().equals(work)));
    if (known.isEmpty() && marks.existsById(id)) {
      throw Problem.notFound();
    }
    String written = Objects.requireNonNullElse(sent.words(), "").strip();
    boolean elsewhere =
        known.filter(m -> m.edits() != sent.seen() && !m.words().equals(written)).isPresent();
    String words =
        elsewhere && key.isPresent()
            ? TwoTexts.both(written, known.orElseThrow().words(), " / ", Mark.LONGEST_NOTE)
            : written;
    if (words.isEmpty() && "filled".equals(sent.kind())) {
      known.ifPresent(marks::delete);
      return Optional.empty();
    }
    Mark mark = mark(sent, words);
    if (known.isPresent()) {
      known.get().become(mark);
      return Optional.of(put(marks.saveAndFlush(known.get())));
    }
    if (marks.countOf(work) >= MOST) {
      throw Problem.refused("too-many-marks", MOST);
    }
    return Optional.of(
        put(
            marks.saveAndFlush(
                new OwnMark(id, work, key, mark, Objects.requireNonNullElse(sent.color(), "")))));
  }

  /** The pages of a version; from the first mark on they stay as they are. */
  private List<UUID> pinned(UUID work, Collection<UUID> papers) {
    List<UUID> pages = marks.pages(work);
    if (pages.isEmpty()) {
      pages = given(papers);
      for (int i = 0; i < pages.size(); i++) {
        marks.add(work, i, pages.get(i));
      }
    }
    return pages;
  }

  /**
   * Says that a picture is coming into a frame.
   *
   * @return its file
   */
  public UUID frame(
      HandIns.Asked asked,
      UUID student,
      Collection<UUID> papers,
      Frame frame,
      String name,
      long bytes) {
    List<UUID> pages = pinned(handIns.begin(asked, student), papers);
    UUID page = frame.page();
    boolean there =
        page != null
            && pages.contains(page)
            && editions.leaf(page).places().stream()
                .anyMatch(p -> p.kind().equals("frame") && p.key().equals(frame.place()));
    if (!there) {
      throw Problem.notFound();
    }
    return files.announce(asked, student, name, bytes, Shape.FRAMED, page + " " + frame.place());
  }

  /** A frame of a page, by the key of its place. */
  public record Frame(@Nullable UUID page, @Nullable String place) {}

  /** A place is known by its page too. */
  private static String pages(UUID page, String place) {
    return page.toString().substring(0, 8) + ":" + place;
  }

  public void takeAway(HandIns.Asked asked, UUID student, UUID id) {
    UUID work = handIns.begin(asked, student);
    marks.findById(id).filter(m -> m.handInId().equals(work)).ifPresent(marks::delete);
  }

  private Mark mark(Sent sent, String words) {
    Mark.Kind kind =
        Mark.Kind.named(Objects.requireNonNullElse(sent.kind(), ""))
            .filter(KINDS::contains)
            .orElseThrow(Problem::unreadable);
    UUID id = Objects.requireNonNull(sent.page());
    Page page = editions.leaf(id).page();
    List<Box> boxes = Objects.requireNonNullElse(sent.boxes(), List.of());
    if (!COLORS.contains(Objects.requireNonNullElse(sent.color(), ""))
        || boxes.size() > 4
        || boxes.stream().anyMatch(b -> b == null || !b.grownBy(1).overlaps(page.box()))) {
      throw Problem.unreadable();
    }
    try {
      return switch (kind) {
        case INK -> {
          List<double[]> raw = Objects.requireNonNullElse(sent.ink(), List.of());
          if (raw.isEmpty()
              || raw.size() > Ink.MOST_POINTS
              || !(sent.width() > 0 && sent.width() <= 20)
              || raw.stream().anyMatch(p -> p == null || p.length < 3)) {
            throw Problem.unreadable();
          }
          yield new Mark.InkLine(
              id,
              Ink.smooth(
                  raw.stream()
                      .map(p -> new Ink.Point(p[0], p[1], Ink.width(sent.width(), p[2])))
                      .toList()));
        }
        case RING -> {
          Box drawn = boxes.getFirst();
          // A tap rings the word that is there.
          Box ringed =
              page.words().stream()
                  .map(Word::box)
                  .filter(b -> drawn.width() < 4 && b.grownBy(3).contains(drawn.x(), drawn.y()))
                  .findFirst()
                  .orElse(
                      drawn.width() < 4 ? new Box(drawn.x() - 24, drawn.y() - 9, 48, 18) : drawn);
          yield Mark.of(
              kind,
              id,
              List.of(ringed),
              0,
              Word.text(
                  page.words().stream()
                      .filter(w -> ringed.contains(w.box().centerX(), w.box().centerY()))
                      .limit(20)
                      .toList()),
              List.of());
        }
        default -> Mark.of(kind, id, boxes, 0, words, List.of());
      };
    } catch (IllegalArgumentException | java.util.NoSuchElementException e) {
      throw Problem.unreadable();
    }
  }
}
