package school.kerygma.app.classroom.handin;

import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.HandInRule.Kind;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.handin.TwoTexts;

/** Keeps what students hand in. */
@Service
@Transactional
public class HandIns {

  /** The largest file, in bytes. */
  public static final long MOST_BYTES = 50L << 20;

  /** A PDF of more pages is left to the files themselves. */
  static final int MOST_PAGES = 60;

  private static final int LONGEST_TEXT = 50_000;

  /**
   * A task as a section's student is asked to hand something in for it.
   *
   * @param due as it is now
   * @param improve until when it may be handed in again afterwards
   */
  public record Asked(
      UUID task, UUID section, HandInRule rule, Instant due, Optional<Instant> improve) {}

  /**
   * What came of handing in.
   *
   * @param finding what is asked about first: then nothing has been handed in
   */
  public record HandedIn(Optional<Blank.Finding> finding) {}

  private final HandIn.Repository all;
  private final HandInFile.Repository pieces;
  private final OwnMark.Repository ownMarks;
  private final Audience audience;
  private final Sections sections;
  private final HandInFiles files;
  private final Jobs jobs;
  private final Clock clock;

  HandIns(
      HandIn.Repository all,
      HandInFile.Repository pieces,
      OwnMark.Repository ownMarks,
      Audience audience,
      Sections sections,
      HandInFiles files,
      Jobs jobs,
      Clock clock) {
    this.all = all;
    this.pieces = pieces;
    this.ownMarks = ownMarks;
    this.audience = audience;
    this.sections = sections;
    this.files = files;
    this.jobs = jobs;
    this.clock = clock;
  }

  // ---- what a student sees

  /** All versions of a student's work for a task, the newest last; one may still be open. */
  @Transactional(readOnly = true)
  public List<HandInVersion> of(UUID task, UUID student) {
    return views(all.of(task, student));
  }

  /** What each student has handed in last for each of some tasks, alone or with mates. */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, HandInVersion>> latest(
      Collection<UUID> tasks, Collection<UUID> students) {
    Map<UUID, Map<UUID, HandInVersion>> latest = new HashMap<>();
    if (!tasks.isEmpty() && !students.isEmpty()) {
      for (HandInVersion version : views(all.sent(tasks, students))) {
        Stream.concat(Stream.of(version.student()), version.mates().stream())
            .forEach(
                s ->
                    latest
                        .computeIfAbsent(s, first -> new HashMap<>())
                        .put(version.task(), version));
      }
    }
    return latest;
  }

  /** What a section has handed in for a task, version after version. */
  @Transactional(readOnly = true)
  public List<HandInVersion> ofSection(UUID task, UUID section) {
    return views(all.ofSection(task, section));
  }

  /**
   * What sections have handed in since a moment, the last of each work: whatever was handed in
   * again counts as it is now.
   */
  @Transactional(readOnly = true)
  public List<HandInVersion> since(Collection<UUID> sections, Instant since) {
    if (sections.isEmpty()) {
      return List.of();
    }
    Map<List<UUID>, HandIn> last = new LinkedHashMap<>();
    all.since(sections, since)
        .forEach(h -> last.put(List.of(h.taskId(), h.sectionId(), h.studentId()), h));
    return views(List.copyOf(last.values()));
  }

  /** Who of a section has handed in something for which task, and the versions, oldest first. */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Set<UUID>>> handedIn(UUID section) {
    return handedIn(Set.of(section));
  }

  /** The same of some sections. */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Set<UUID>>> handedIn(Collection<UUID> sections) {
    Map<UUID, Map<UUID, Set<UUID>>> byTask = new HashMap<>();
    List<Object[]> rows = new ArrayList<>(all.handedIn(sections));
    rows.sort(Comparator.comparing(row -> (Instant) row[3]));
    for (Object[] row : rows) {
      if (row[1] != null) {
        byTask
            .computeIfAbsent((UUID) row[0], first -> new HashMap<>())
            .computeIfAbsent((UUID) row[1], first -> new LinkedHashSet<>())
            .add((UUID) row[2]);
      }
    }
    return byTask;
  }

  @Transactional(readOnly = true)
  public HandInVersion get(UUID id) {
    return views(all.findById(id).stream().toList()).stream()
        .findFirst()
        .orElseThrow(Problem::notFound);
  }

  List<HandInVersion> views(List<HandIn> some) {
    Map<UUID, List<HandedFile>> files =
        some.isEmpty()
            ? Map.of()
            : pieces.of(some.stream().map(HandIn::id).toList()).stream()
                .collect(
                    Collectors.groupingBy(
                        HandInFile::handInId,
                        Collectors.mapping(HandIns::view, Collectors.toList())));
    return some.stream()
        .map(
            h ->
                new HandInVersion(
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

  private static HandedFile view(HandInFile p) {
    return new HandedFile(
        p.id(),
        p.name(),
        p.bytes(),
        p.shape(),
        p.state() == HandInFile.State.ARRIVING,
        p.state() == HandInFile.State.READING,
        p.state() == HandInFile.State.READ ? p.pages() : 0,
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
  HandIn opened(Asked asked, UUID student) {
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
    for (HandInFile piece : pieces.of(List.of(last.id()))) {
      HandInFile same = pieces.saveAndFlush(piece.in(next.id()));
      files.copy(piece, same);
      if (piece.state() == HandInFile.State.READING) {
        jobs.start(HandInReading.KIND, same.id(), student);
      }
    }
    return next;
  }

  /** The version to which something is added now. */
  UUID begin(Asked asked, UUID student) {
    return opened(asked, student).id();
  }

  UUID ownerOf(HandInFile piece) {
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
  public HandInVersion write(Asked asked, UUID student, String text, String link, int seen) {
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

  /** The task for which a file is, or was, handed in. */
  @Transactional(readOnly = true)
  public UUID taskOf(UUID file) {
    return all.findById(piece(file).handInId()).orElseThrow().taskId();
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
    List<HandInFile> own = pieces.of(List.of(work.id()));
    Optional<Blank.Finding> finding = finding(asked.rule(), work, own, ownMarks.countOf(work.id()));
    if (finding.isPresent() && !allTheSame) {
      return new HandedIn(finding);
    }
    boolean whole = own.stream().noneMatch(p -> p.state() == HandInFile.State.ARRIVING);
    work.found(finding);
    work.handIn(now, asked.due(), together, whole);
    if (whole) {
      tick(work);
    }
    return new HandedIn(Optional.empty());
  }

  void tick(HandIn work) {
    audience.tick(work.studentId(), work.taskId(), true);
    work.mates().forEach(mate -> audience.tick(mate, work.taskId(), true));
  }

  /** Nothing is said of what is still on its way, or still being looked at. */
  static Optional<Blank.Finding> finding(
      HandInRule rule, HandIn work, List<HandInFile> files, int marks) {
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

  @Transactional(readOnly = true)
  HandInFile piece(UUID file) {
    return pieces.findById(file).orElseThrow(Problem::notFound);
  }
}
