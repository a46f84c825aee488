package school.kerygma.app.classroom.handin;

import java.io.InputStream;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.PersonErased;
import school.kerygma.app.ground.accounts.PersonMerged;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.HandInRule.Kind;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.handin.Quad;
import school.kerygma.core.handin.TwoTexts;

/** Keeps what students hand in. */
@Service
@Transactional
public class HandIns implements Gate.CircleSource, Remembers {

  /** The largest file, in bytes. */
  public static final long MOST_BYTES = 50L << 20;

  private static final int MOST_FILES = 12;

  /** A PDF of more pages is left to the files themselves. */
  private static final int MOST_PAGES = 60;

  private static final int LONGEST_TEXT = 50_000;
  private static final Pattern PHONE_PHOTO = Pattern.compile("(?i).*\\.(heic|heif)");

  /**
   * A task as a section's student is asked to hand something in for it.
   *
   * @param due as it is now
   * @param improve until when it may be handed in again afterwards
   */
  public record Asked(
      UUID task, UUID section, HandInRule rule, Instant due, Optional<Instant> improve) {}

  /**
   * A version of a student's work.
   *
   * @param student who put it together
   * @param mates for whom else it counts
   * @param edits how often its words were kept
   * @param begun when its sending began, once it was handed in
   * @param arrived when all of it was here
   * @param due when it was due as it was handed in
   */
  public record Version(
      UUID id,
      UUID task,
      UUID section,
      UUID student,
      Set<UUID> mates,
      int number,
      String text,
      String link,
      int edits,
      boolean open,
      Optional<Instant> begun,
      Optional<Instant> arrived,
      Optional<Instant> due,
      Optional<Blank.Finding> finding,
      List<FileOf> files) {

    /** Whether it was handed in, and files of it are still arriving. */
    public boolean sending() {
      return !open && arrived.isEmpty();
    }

    /** Pictures in the frames of the own sheet. */
    public List<FileOf> framed() {
      return files.stream().filter(f -> f.shape() == Shape.FRAMED).toList();
    }

    /** What stands in the list of files. */
    public List<FileOf> listed() {
      return files.stream().filter(f -> f.shape() != Shape.FRAMED).toList();
    }

    /** Whether its pages can be had as one PDF: there are some, and not too many. */
    public boolean isOnePdf() {
      int pages = listed().stream().mapToInt(FileOf::pages).sum();
      return pages > 0 && pages <= MOST_PAGES;
    }

    /** Those whose work it is. */
    public Set<UUID> students() {
      Set<UUID> all = new HashSet<>(mates);
      all.add(student);
      return all;
    }

    /** How many words its text has. */
    public int words() {
      return Blank.words(text);
    }
  }

  /**
   * A file of it.
   *
   * @param arriving whether it is still on its way
   * @param reading whether its pages are being looked at
   * @param pages that can be shown; 0 if it is only kept
   * @param look how often its pictures were made anew, as part of their addresses
   * @param straight whether it was straightened
   * @param frame the page and the place of a frame that it stands in; empty for any other
   * @param trouble why it cannot be shown
   * @param stayed whether it could not be turned or straightened, and stayed as it was
   * @param seconds how long the answer is that was recorded; 0 if it is none, or not looked at yet
   */
  public record FileOf(
      UUID id,
      String name,
      long bytes,
      Shape shape,
      boolean arriving,
      boolean reading,
      int pages,
      int look,
      boolean straight,
      String frame,
      long seconds,
      Optional<Blank.Finding> finding,
      Optional<Trouble> trouble,
      boolean stayed) {

    public boolean isRecorded() {
      return shape.isRecorded();
    }

    public boolean isFilmed() {
      return shape == Shape.FILMED;
    }
  }

  /**
   * What came of handing in.
   *
   * @param finding what is asked about first: then nothing has been handed in
   */
  public record HandedIn(Optional<Blank.Finding> finding) {}

  private final HandIn.Repository all;
  private final HandIn.PieceRepository pieces;
  private final OwnMark.Repository ownMarks;
  private final Audience audience;
  private final Sections sections;
  private final HandInFiles files;
  private final MediaStore store;
  private final Jobs jobs;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  HandIns(
      HandIn.Repository all,
      HandIn.PieceRepository pieces,
      OwnMark.Repository ownMarks,
      Audience audience,
      Sections sections,
      HandInFiles files,
      MediaStore store,
      Jobs jobs,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.all = all;
    this.pieces = pieces;
    this.ownMarks = ownMarks;
    this.audience = audience;
    this.sections = sections;
    this.files = files;
    this.store = store;
    this.jobs = jobs;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  // ---- what a student sees

  /** All versions of a student's work for a task, the newest last; one may still be open. */
  @Transactional(readOnly = true)
  public List<Version> of(UUID task, UUID student) {
    return views(all.of(task, student));
  }

  /** What a student has handed in last for each of some tasks. */
  @Transactional(readOnly = true)
  public Map<UUID, Version> latest(Collection<UUID> tasks, UUID student) {
    Map<UUID, Version> latest = new HashMap<>();
    if (!tasks.isEmpty()) {
      views(all.sent(tasks, student)).forEach(v -> latest.put(v.task(), v));
    }
    return latest;
  }

  /** What a section has handed in for a task, version after version. */
  @Transactional(readOnly = true)
  public List<Version> ofSection(UUID task, UUID section) {
    return views(all.ofSection(task, section));
  }

  @Transactional(readOnly = true)
  public Version get(UUID id) {
    return views(all.findById(id).stream().toList()).stream()
        .findFirst()
        .orElseThrow(Problem::notFound);
  }

  private List<Version> views(List<HandIn> some) {
    Map<UUID, List<FileOf>> files =
        some.isEmpty()
            ? Map.of()
            : pieces.of(some.stream().map(HandIn::id).toList()).stream()
                .collect(
                    Collectors.groupingBy(
                        HandIn.Piece::handInId,
                        Collectors.mapping(HandIns::view, Collectors.toList())));
    return some.stream()
        .map(
            h ->
                new Version(
                    h.id(),
                    h.taskId(),
                    h.sectionId(),
                    h.studentId(),
                    h.mates(),
                    h.number(),
                    h.text(),
                    h.link(),
                    h.edits(),
                    h.state() == HandIn.State.OPEN,
                    h.begunAt(),
                    h.arrivedAt(),
                    h.dueAt(),
                    h.finding(),
                    files.getOrDefault(h.id(), List.of())))
        .toList();
  }

  private static FileOf view(HandIn.Piece p) {
    return new FileOf(
        p.id(),
        p.name(),
        p.bytes(),
        p.shape(),
        p.state() == HandIn.Piece.State.ARRIVING,
        p.state() == HandIn.Piece.State.READING,
        p.state() == HandIn.Piece.State.READ ? p.pages() : 0,
        p.look(),
        p.corners().isPresent(),
        p.frame(),
        Math.ceilDiv(p.lengthMs(), 1000),
        p.finding(),
        p.trouble(),
        p.stayed());
  }

  // ---- putting it together

  /**
   * The version that is being put together; the first change after handing in begins the next, with
   * what the last one had.
   */
  private HandIn opened(Asked asked, UUID student) {
    all.hold(asked.task(), student);
    List<HandIn> own =
        all.of(asked.task(), student).stream()
            .filter(h -> h.studentId().equals(student))
            .sorted(Comparator.comparing(HandIn::number))
            .toList();
    if (own.isEmpty()) {
      return all.saveAndFlush(new HandIn(asked.task(), asked.section(), student, 1, "", ""));
    }
    HandIn last = own.getLast();
    if (last.state() == HandIn.State.OPEN) {
      return last;
    }
    if (last.state() == HandIn.State.SENDING) {
      throw Problem.conflict("hand-in-sending");
    }
    checkTaken(asked, own);
    HandIn next =
        all.saveAndFlush(
            new HandIn(
                asked.task(),
                asked.section(),
                student,
                last.number() + 1,
                last.text(),
                last.link()));
    all.copySelf(last.id(), next.id());
    List<UUID> pages = ownMarks.pages(last.id());
    for (int i = 0; i < pages.size(); i++) {
      ownMarks.add(next.id(), i, pages.get(i));
    }
    ownMarks.of(List.of(last.id())).forEach(m -> ownMarks.save(m.in(next.id())));
    for (HandIn.Piece piece : pieces.of(List.of(last.id()))) {
      HandIn.Piece same = pieces.saveAndFlush(piece.in(next.id()));
      files.copy(piece, same);
      if (piece.state() == HandIn.Piece.State.READING) {
        jobs.start(HandInReading.KIND, same.id(), student);
      }
    }
    return next;
  }

  /** The version to which something is added now. */
  UUID begin(Asked asked, UUID student) {
    return opened(asked, student).id();
  }

  private UUID ownerOf(HandIn.Piece piece) {
    return all.findById(piece.handInId()).orElseThrow().studentId();
  }

  private void checkTaken(Asked asked, List<HandIn> own) {
    boolean done =
        own.stream().anyMatch(h -> h.state() == HandIn.State.IN && h.finding().isEmpty());
    if (!Lateness.takes(asked.due(), asked.improve(), done, clock.instant())) {
      throw Problem.conflict("hand-in-over");
    }
  }

  /**
   * Keeps a student's words. What another tab has kept meanwhile stays, beneath them.
   *
   * @param seen the edits that this tab knows of
   */
  public Version write(Asked asked, UUID student, String text, String link, int seen) {
    if (text.length() > LONGEST_TEXT || link.length() > 500) {
      throw Problem.refused("hand-in-long");
    }
    HandIn open = opened(asked, student);
    boolean both = seen != open.edits();
    open.write(
        both ? TwoTexts.both(text, open.text(), "\n\n", LONGEST_TEXT) : text,
        both && link.isBlank() ? open.link() : link.strip());
    all.saveAndFlush(open);
    return get(open.id());
  }

  /** Says that a file is coming. From now on it counts as begun. */
  public UUID announce(Asked asked, UUID student, String name, long bytes, Shape shape) {
    if (shape == Shape.FRAMED) {
      throw Problem.unreadable(); // It comes with its frame.
    }
    return announce(asked, student, name, bytes, shape, "");
  }

  UUID announce(Asked asked, UUID student, String name, long bytes, Shape shape, String frame) {
    if (!asked.rule().takes(shape.kind())) {
      throw Problem.unreadable();
    }
    if (PHONE_PHOTO.matcher(name).matches()) {
      throw Problem.refused("hand-in-heic");
    }
    if (bytes > MOST_BYTES) {
      throw Problem.refused("hand-in-large", bytes >> 20, MOST_BYTES >> 20);
    }
    if (bytes <= 0) {
      throw Problem.refused("paper.NOTHING_IN_IT");
    }
    HandIn open = opened(asked, student);
    List<HandIn.Piece> so = pieces.of(List.of(open.id()));
    if (so.stream().filter(p -> p.frame().isEmpty() == frame.isEmpty()).count() >= MOST_FILES) {
      throw Problem.refused("hand-in-many", MOST_FILES);
    }
    int position = so.isEmpty() ? 0 : so.getLast().position() + 1;
    return pieces
        .saveAndFlush(new HandIn.Piece(open.id(), position, shortened(name), bytes, shape, frame))
        .id();
  }

  private static String shortened(String name) {
    String last = name.replace('\\', '/');
    last = last.substring(last.lastIndexOf('/') + 1).replaceAll("\\p{Cntrl}", "").strip();
    last = last.isEmpty() ? "file" : last;
    return last.length() > 200 ? last.substring(last.length() - 200) : last;
  }

  /** Takes a file in that was announced; one that came already is not taken again. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void receive(UUID file, UUID student, InputStream content) {
    HandIn.Piece piece = own(file, student);
    if (piece.state() != HandIn.Piece.State.ARRIVING) {
      return;
    }
    if (!store.putWhole(HandInFiles.original(file), content, piece.bytes())) {
      throw Problem.refused("hand-in-torn");
    }
    int turns = files.clean(file);
    inTransaction.executeWithoutResult(t -> arrived(file, student, turns));
  }

  private void arrived(UUID file, UUID student, int turns) {
    HandIn.Piece piece = own(file, student);
    if (piece.state() == HandIn.Piece.State.ARRIVING) {
      piece.taken(turns);
      piece.arrived();
      pieces.saveAndFlush(piece);
      jobs.start(HandInReading.KIND, file, student, piece.name());
      HandIn of = all.findById(piece.handInId()).orElseThrow();
      boolean whole =
          pieces.of(List.of(of.id())).stream()
              .noneMatch(p -> p.state() == HandIn.Piece.State.ARRIVING);
      if (of.state() == HandIn.State.SENDING && whole) {
        of.arrived(clock.instant());
        tick(of);
      }
    }
  }

  private HandIn.Piece own(UUID file, UUID student) {
    HandIn.Piece piece = pieces.findById(file).orElseThrow(Problem::notFound);
    if (!ownerOf(piece).equals(student)) {
      throw Problem.notFound();
    }
    return piece;
  }

  /** The task for which a file is, or was, handed in. */
  @Transactional(readOnly = true)
  public UUID taskOf(UUID file) {
    return all.findById(piece(file).handInId()).orElseThrow().taskId();
  }

  /**
   * A file of the version that is being put together. What was handed in stays as it was: whoever
   * changes a file of it changes the same file of the next version, which begins with that.
   */
  private HandIn.Piece changing(Asked asked, UUID file, UUID student) {
    HandIn.Piece piece = own(file, student);
    HandIn of = all.findById(piece.handInId()).orElseThrow();
    if (of.state() == HandIn.State.OPEN) {
      return piece;
    }
    HandIn next = opened(asked, student);
    if (next.number() != of.number() + 1) {
      throw Problem.conflict("hand-in-in");
    }
    return pieces.of(List.of(next.id())).stream()
        .filter(p -> p.position() == piece.position())
        .findFirst()
        .orElseThrow(() -> Problem.conflict("hand-in-in"));
  }

  /** Turns a photo by a quarter to the right. */
  public void turn(Asked asked, UUID file, UUID student) {
    HandIn.Piece piece = changingPhoto(asked, file, student);
    piece.turnOnce();
    jobs.start(HandInReading.KIND, piece.id(), student, piece.name());
  }

  private HandIn.Piece changingPhoto(Asked asked, UUID file, UUID student) {
    HandIn.Piece piece = changing(asked, file, student);
    if (piece.shape() != Shape.PHOTO || piece.state() != HandIn.Piece.State.READ) {
      throw Problem.conflict("hand-in-in");
    }
    return piece;
  }

  /** Where the sheet seems to lie in a photo. */
  @Transactional(readOnly = true)
  public Optional<Quad> edges(UUID file, UUID student) {
    HandIn.Piece piece = own(file, student);
    return piece.corners().isPresent() ? Optional.empty() : files.edges(piece);
  }

  /**
   * Makes the sheet between four corners the page, or the whole photo again.
   *
   * @param corners nothing if the photo is to be seen as it was taken
   */
  public void straighten(Asked asked, UUID file, UUID student, Optional<Quad> corners) {
    HandIn.Piece piece = changingPhoto(asked, file, student);
    if (corners.isPresent() && piece.corners().isPresent()) {
      throw Problem.conflict("hand-in-straight"); // They are corners of another picture.
    }
    piece.straighten(corners);
    jobs.start(HandInReading.KIND, piece.id(), student, piece.name());
  }

  /** Puts a file before the one that comes before it. */
  public void earlier(Asked asked, UUID file, UUID student) {
    HandIn.Piece piece = changing(asked, file, student);
    List<HandIn.Piece> row = new ArrayList<>(pieces.of(List.of(piece.handInId())));
    int at = row.stream().map(HandIn.Piece::id).toList().indexOf(piece.id());
    if (at > 0) {
      row.add(at - 1, row.remove(at));
      for (int i = 0; i < row.size(); i++) {
        row.get(i).at(i);
      }
    }
  }

  public void takeAway(Asked asked, UUID file, UUID student) {
    HandIn.Piece piece = own(file, student);
    if (all.findById(piece.handInId()).orElseThrow().state() != HandIn.State.SENDING) {
      piece = changing(asked, file, student);
    }
    HandIn of = all.findById(piece.handInId()).orElseThrow();
    pieces.delete(piece);
    pieces.flush();
    boolean whole =
        pieces.of(List.of(of.id())).stream()
            .noneMatch(p -> p.state() == HandIn.Piece.State.ARRIVING);
    if (of.state() == HandIn.State.SENDING && whole) {
      of.arrived(clock.instant()); // What never came is given up.
      tick(of);
    }
  }

  // ---- handing in

  /**
   * Hands in what has been put together. What counts is now, however long its files take.
   *
   * @param mates for whom else it counts
   * @param allTheSame whether it is handed in although nothing seems to be done
   */
  public HandedIn handIn(Asked asked, UUID student, Set<UUID> mates, boolean allTheSame) {
    Instant now = clock.instant();
    Set<UUID> together = new HashSet<>(mates);
    together.remove(student);
    all.hold(asked.task(), student);
    boolean changed =
        all.of(asked.task(), student).stream()
            .filter(h -> h.studentId().equals(student))
            .max(Comparator.comparing(HandIn::number))
            .filter(h -> h.state() != HandIn.State.OPEN && h.mates().equals(together))
            .isEmpty();
    if (!changed) {
      return new HandedIn(Optional.empty()); // Another tab has handed it in, and nothing is new.
    }
    HandIn work = opened(asked, student);
    checkTaken(
        asked,
        all.of(asked.task(), student).stream().filter(h -> h.studentId().equals(student)).toList());
    if (together.size() >= asked.rule().together()
        || !sections.get(asked.section()).students().containsAll(together)) {
      throw Problem.refused("hand-in-mates", asked.rule().together());
    }
    if (!work.link().isEmpty() && !isAddress(work.link())) {
      throw Problem.refused("hand-in-link").at("link");
    }
    List<HandIn.Piece> own = pieces.of(List.of(work.id()));
    Optional<Blank.Finding> finding = finding(asked.rule(), work, own, ownMarks.countOf(work.id()));
    if (finding.isPresent() && !allTheSame) {
      return new HandedIn(finding);
    }
    boolean whole = own.stream().noneMatch(p -> p.state() == HandIn.Piece.State.ARRIVING);
    work.found(finding);
    work.handIn(now, asked.due(), together, whole);
    if (whole) {
      tick(work);
    }
    return new HandedIn(Optional.empty());
  }

  private void tick(HandIn work) {
    audience.tick(work.studentId(), work.taskId(), true);
    work.mates().forEach(mate -> audience.tick(mate, work.taskId(), true));
  }

  /** Nothing is said of what is still on its way, or still being looked at. */
  static Optional<Blank.Finding> finding(
      HandInRule rule, HandIn work, List<HandIn.Piece> files, int marks) {
    boolean texted = rule.takes(Kind.TEXT) && Blank.words(work.text()) > 0;
    if (files.stream()
        .anyMatch(p -> p.finding().filter(Blank.Finding.UNREADABLE::equals).isPresent())) {
      return Optional.of(Blank.Finding.UNREADABLE);
    }
    List<Optional<Blank.Finding>> found = new ArrayList<>();
    if (texted) {
      found.add(Blank.ofText(work.text(), rule.words()));
    }
    if (rule.takes(Kind.LINK) && !work.link().isEmpty()) {
      found.add(Optional.empty());
    }
    files.stream().filter(p -> p.frame().isEmpty()).forEach(p -> found.add(p.finding()));
    int done = marks + (int) files.stream().filter(p -> !p.frame().isEmpty()).count();
    if (rule.takes(Kind.SHEET) && (done > 0 || found.isEmpty())) {
      found.add(done > 0 ? Optional.empty() : Optional.of(Blank.Finding.UNCHANGED));
    }
    return found.isEmpty()
        ? Optional.of(Blank.Finding.EMPTY)
        : found.stream().allMatch(Optional::isPresent) ? found.getFirst() : Optional.empty();
  }

  private static boolean isAddress(String link) {
    try {
      URI uri = URI.create(link);
      String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
      return Set.of("http", "https").contains(scheme) && uri.getHost() != null;
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  // ---- who may

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.HAND_IN, Gate.Kind.HAND_IN_FILE);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    Optional<HandIn> work =
        kind == Gate.Kind.HAND_IN
            ? all.findById(id)
            : pieces.findById(id).flatMap(p -> all.findById(p.handInId()));
    // A student's own voice or face is for their teachers, not for those they work with.
    boolean recorded =
        kind == Gate.Kind.HAND_IN_FILE
            && pieces.findById(id).filter(p -> p.shape().isRecorded()).isPresent();
    return work.map(
            w -> {
              boolean open = w.state() == HandIn.State.OPEN;
              Set<UUID> mates = recorded ? Set.of() : w.mates();
              Circle roster = sections.circle(Gate.Kind.ROSTER, w.sectionId());
              // A teacher sees what was handed in, and nothing before.
              return new Circle(
                  teacher -> !open && roster.teachers().test(teacher),
                  student -> w.studentId().equals(student) || !open && mates.contains(student),
                  any -> false);
            })
        .orElse(Circle.NOBODY);
  }

  @Transactional(readOnly = true)
  HandIn.Piece piece(UUID file) {
    return pieces.findById(file).orElseThrow(Problem::notFound);
  }

  // ---- what becomes of it

  @EventListener
  void on(PersonErased erased) {
    for (HandIn work : all.ofStudent(erased.person())) {
      for (HandIn.Piece piece : pieces.of(List.of(work.id()))) {
        files.forget(piece);
      }
    }
    all.forget(erased.person());
  }

  @EventListener
  void on(PersonMerged merged) {
    all.rename(merged.from(), merged.to());
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.byHand("hand_in", "student_id"),
        Kept.oneEach("hand_in_mate", "student_id", "hand_in_id"));
  }

  @Override
  public String heading() {
    return "handed in";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return views(all.ofStudent(person)).stream()
        .filter(v -> sight.sees(Gate.Kind.HAND_IN, v.id()))
        .map(
            v ->
                Map.of(
                    "task",
                    v.task().toString(),
                    "version",
                    v.number(),
                    "text",
                    v.text(),
                    "link",
                    v.link(),
                    "files",
                    v.files().stream().map(FileOf::name).toList(),
                    "handedIn",
                    v.begun().map(Instant::toString).orElse("")))
        .toList();
  }
}
