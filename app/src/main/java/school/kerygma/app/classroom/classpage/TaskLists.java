package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** Makes the lists of what students have to do: the same for the class page and the family page. */
@Service
@Transactional(readOnly = true)
class TaskLists {

  /**
   * One section's part of a student's list.
   *
   * @param weeks the week of today, and those after it of which something is up already
   * @param starter the line with which the shown day begins; may be empty
   */
  record SectionList(
      SectionView section, List<DeliveryView> up, List<ListedWeek> weeks, String starter) {

    /** The week of today. */
    public ListedWeek week() {
      return weeks.getFirst();
    }

    /** Weeks of which something is up before they begin. */
    public List<ListedWeek> ahead() {
      return weeks.subList(1, weeks.size());
    }

    /** All tasks, week after week. */
    public List<ListedTask> tasks() {
      return weeks.stream().flatMap(w -> w.tasks().stream()).toList();
    }
  }

  /** A task that has closed for a student, and when. */
  record Closed(SectionView section, Instant at) {}

  private final Sections sections;
  private final Postings postings;
  private final Sessions sessions;
  private final DayNotes notes;
  private final ListLookups lookups;
  private final Clock clock;
  private final List<DeliveryView> drafts;

  @Autowired
  TaskLists(
      Sections sections,
      Postings postings,
      Sessions sessions,
      DayNotes notes,
      ListLookups lookups,
      Clock clock) {
    this(sections, postings, sessions, notes, lookups, clock, List.of());
  }

  private TaskLists(
      Sections sections,
      Postings postings,
      Sessions sessions,
      DayNotes notes,
      ListLookups lookups,
      Clock clock,
      List<DeliveryView> drafts) {
    this.sections = sections;
    this.postings = postings;
    this.sessions = sessions;
    this.notes = notes;
    this.lookups = lookups;
    this.clock = clock;
    this.drafts = drafts;
  }

  /** The same lists as they will be, or were, at another moment. */
  TaskLists at(Clock other) {
    return new TaskLists(sections, postings, sessions, notes, lookups, other, drafts);
  }

  /** The same lists as if something were posted that is not. */
  TaskLists with(List<DeliveryView> other) {
    return new TaskLists(sections, postings, sessions, notes, lookups, clock, other);
  }

  /**
   * What a student has to do in the week that holds {@code shown}, what is left from before, and
   * what is up of the weeks to come, section by section, in the order of doing.
   */
  List<SectionList> of(UUID student, LocalDate shown) {
    return of(student, shown, any -> true);
  }

  /** The same of some sections only. */
  List<SectionList> of(UUID student, LocalDate shown, Predicate<SectionView> which) {
    List<SectionView> sits = sections.ofStudent(student).stream().filter(which).toList();
    return There.in(of(Map.of(student, sits), shown, true), student);
  }

  /**
   * The lists of several students, for who knows already where each of them sits. What concerns
   * their sections is read once for all.
   *
   * @param whole whether all that is read beside a task is looked up too; what is to do, and until
   *     when, is known without
   */
  Map<UUID, List<SectionList>> of(
      Map<UUID, List<SectionView>> sits, LocalDate shown, boolean whole) {
    Map<UUID, List<SectionView>> own = new HashMap<>();
    sits.forEach((student, all) -> own.put(student, SectionView.during(shown, all)));
    List<UUID> sectionIds =
        own.values().stream().flatMap(List::stream).map(SectionView::id).distinct().toList();
    Instant now = clock.instant(); // Of a list for another day, what is up is what is up then.
    Map<UUID, Standing> standings = new HashMap<>();
    Map<UUID, List<DeliveryView>> listed = new HashMap<>();
    List<DeliveryView> posted =
        Stream.concat(
                postings.ofSections(sectionIds).stream(),
                drafts.stream().filter(d -> sectionIds.contains(d.section())))
            .map(d -> d.at(now))
            .toList();
    own.forEach(
        (student, of) -> {
          Set<UUID> ids = of.stream().map(SectionView::id).collect(Collectors.toSet());
          Standing standing =
              Standing.of(
                  posted.stream()
                      .filter(d -> ids.contains(d.section()) && d.isFor(student))
                      .toList(),
                  now);
          standings.put(student, standing);
          listed.put(
              student,
              of.stream().flatMap(s -> Listing.listedOf(standing, s.id(), now).stream()).toList());
        });
    Map<UUID, ListLookups.Known> known = lookups.of(own, listed, whole);
    Map<UUID, DayNotes.Note> day = new HashMap<>();
    sectionIds.forEach(s -> day.put(s, DayNotes.Note.none(s, shown)));
    notes.between(sectionIds, shown, shown).forEach(n -> day.put(n.section(), n));
    Listing listing = new Listing(clock);
    Map<UUID, Map<UUID, List<Listing.Placed>>> placed = new HashMap<>();
    own.forEach(
        (student, of) ->
            of.forEach(
                s ->
                    placed
                        .computeIfAbsent(student, first -> new HashMap<>())
                        .put(
                            s.id(),
                            listing.placed(
                                s,
                                There.in(standings, student),
                                There.in(known, student),
                                shown,
                                There.in(day, s.id()).first(),
                                now))));
    List<SessionView> held =
        held(
            sectionIds, placed.values().stream().flatMap(p -> p.values().stream()).toList(), shown);
    Map<UUID, List<SectionList>> lists = new HashMap<>();
    own.forEach(
        (student, of) ->
            lists.put(
                student,
                of.stream()
                    .map(
                        section ->
                            new SectionList(
                                section,
                                There.in(standings, student).up(section.id()),
                                listing.weeks(
                                    section,
                                    There.in(There.in(placed, student), section.id()),
                                    held,
                                    There.in(known, student),
                                    There.in(standings, student),
                                    shown),
                                There.in(day, section.id()).starter()))
                    .toList()));
    return lists;
  }

  /** The sessions of all weeks in which something is listed. */
  private List<SessionView> held(
      List<UUID> sectionIds, Collection<List<Listing.Placed>> placed, LocalDate shown) {
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    LocalDate last =
        placed.stream()
            .flatMap(List::stream)
            .map(Listing.Placed::monday)
            .max(LocalDate::compareTo)
            .filter(monday::isBefore)
            .orElse(monday);
    return sessions.between(sectionIds, monday, last.plusDays(6));
  }

  /** A task on the list that a student has today, without what is read beside it. */
  Optional<ListedTask> find(UUID student, UUID task) {
    List<SectionView> sits = sections.ofStudent(student);
    return sits.stream()
        .map(s -> s.calendar().dateOf(clock.instant()))
        .findFirst()
        .flatMap(
            today ->
                There.in(of(Map.of(student, sits), today, false), student).stream()
                    .flatMap(l -> l.tasks().stream())
                    .filter(t -> t.task().id().equals(task))
                    .findFirst());
  }

  /** Whether a task of a student's has closed: it was up, and stands nowhere else. */
  Optional<Closed> closed(UUID student, UUID task) {
    Map<UUID, SectionView> own = new HashMap<>();
    sections.ofStudent(student).forEach(s -> own.put(s.id(), s));
    List<DeliveryView> all = postings.ofSections(own.keySet());
    Standing standing = Standing.of(all, clock.instant());
    return own.values().stream()
        .flatMap(s -> standing.delivery(task, s.id()).stream())
        .filter(d -> d.state() == Moments.State.CLOSED)
        .flatMap(
            d ->
                d
                    .moments()
                    .closesAt()
                    .map(at -> new Closed(There.in(own, d.section()), at))
                    .stream())
        .findFirst()
        .filter(
            c ->
                own.values().stream()
                    .noneMatch(
                        s -> standing.delivery(task, s.id()).filter(DeliveryView::up).isPresent()));
  }
}
