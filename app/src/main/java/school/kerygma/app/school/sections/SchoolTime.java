package school.kerygma.app.school.sections;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.time.SchoolCalendar;

/** A school's terms, its days without school and its early closings. */
@Service
@Transactional
public class SchoolTime {

  /** A term as the school's screen shows it. */
  public record TermView(
      UUID id,
      UUID school,
      String schoolName,
      int keepDays,
      Hears hears,
      LetterScale letters,
      String name,
      SchoolCalendar calendar) {

    public LocalDate lastFriday() {
      return calendar.lastFriday();
    }

    /** Those of some sections that are taught in it. */
    List<SectionView> among(List<SectionView> sections) {
      return sections.stream().filter(s -> s.isTaught(schoolName, calendar.firstMonday())).toList();
    }

    /** What the form of its time shows. */
    public String seen() {
      return Seen.of(name, calendar.firstMonday(), calendar.weeks(), calendar.day());
    }
  }

  /**
   * The term that a page shows: the one that is asked for, else that of a day, else the last.
   *
   * @param terms one or more, in their order
   * @param term one of them, or of somebody else: then it is not asked for
   */
  static TermView shown(List<TermView> terms, @Nullable UUID term, Instant now) {
    LocalDate today = terms.getFirst().calendar().dateOf(now);
    return terms.stream()
        .filter(t -> t.id().equals(term))
        .findFirst()
        .or(() -> terms.stream().filter(t -> t.calendar().holds(today)).findFirst())
        .orElse(terms.getLast());
  }

  private static final int LONGEST_NAME = 80;

  private final Section.SchoolRepository schools;
  private final ApplicationEventPublisher events;
  private final Section.TermRepository terms;

  SchoolTime(
      ApplicationEventPublisher events,
      Section.SchoolRepository schools,
      Section.TermRepository terms) {
    this.events = events;
    this.schools = schools;
    this.terms = terms;
  }

  /** Founds a school with its first term; gives the term. */
  public UUID found(
      UUID founder, String school, ZoneId zone, String term, LocalDate firstDay, int weeks) {
    if (school.isBlank() || school.strip().length() > 120) {
      throw Problem.refused("name");
    }
    School founded = schools.save(new School(school.strip(), zone, founder));
    return addTerm(founded, term, firstDay, weeks);
  }

  private UUID addTerm(School school, String name, LocalDate firstDay, int weeks) {
    check(name, weeks);
    LocalDate monday = SchoolCalendar.mondayOf(firstDay);
    return terms.save(new School.Term(school, name.strip(), monday, weeks, Map.of())).id();
  }

  /** Adds a term to the school of another. */
  public UUID addTerm(UUID besides, String name, LocalDate firstDay, int weeks) {
    return addTerm(term(besides).school(), name, firstDay, weeks);
  }

  private static void check(String name, int weeks) {
    if (name.isBlank() || name.strip().length() > 60) {
      throw Problem.refused("name");
    }
    if (weeks < 1 || weeks > 53) {
      throw Problem.refused("weeks");
    }
  }

  /**
   * Changes a term; it begins on the Monday of the week of its first day.
   *
   * @param seen what the form was opened with
   */
  public void change(
      UUID term,
      String seen,
      String name,
      LocalDate firstDay,
      int weeks,
      LocalTime begins,
      LocalTime ends) {
    check(name, weeks);
    if (!ends.isAfter(begins)) {
      throw Problem.refused("session-ends");
    }
    School.Term changed = term(term);
    Seen.check(seen, view(changed).seen());
    changed.change(name.strip(), SchoolCalendar.mondayOf(firstDay), weeks, begins, ends);
    touched(term);
  }

  /** Makes a school day one without school, or the other way about. */
  public void turn(UUID term, LocalDate day) {
    School.Term t = term(term);
    if (t.daysOff().remove(day) == null) {
      t.daysOff().put(day, "");
    }
    touched(term);
  }

  /**
   * Adds days without school; days that lie outside the term are left out.
   *
   * @param days with their names, which may be empty
   * @return how many weekdays were added
   */
  public int close(UUID term, Map<LocalDate, String> days) {
    School.Term t = term(term);
    SchoolCalendar calendar = t.calendar();
    Map<LocalDate, String> added = new HashMap<>(days);
    added.keySet().removeIf(d -> !calendar.holds(d) || !calendar.isSchoolDay(d));
    t.daysOff().putAll(added);
    touched(term);
    return added.size();
  }

  /** Days without school that follow one another and are called alike. */
  public record DaysOff(LocalDate first, LocalDate last, String name) {}

  /** The days without school of a term, stretch by stretch. */
  @Transactional(readOnly = true)
  public List<DaysOff> daysOff(UUID term) {
    List<DaysOff> all = new ArrayList<>();
    for (Map.Entry<LocalDate, String> day : new TreeMap<>(term(term).daysOff()).entrySet()) {
      DaysOff before = all.isEmpty() ? null : all.getLast();
      boolean goesOn =
          before != null
              && before.name().equals(day.getValue())
              && SchoolCalendar.nextWeekday(before.last()).equals(day.getKey());
      LocalDate first = goesOn && before != null ? all.removeLast().first() : day.getKey();
      all.add(new DaysOff(first, day.getKey(), day.getValue()));
    }
    return all;
  }

  /**
   * Says what days without school are called.
   *
   * @param names by the first day of each stretch; at most 80 characters
   */
  public void call(UUID term, Map<LocalDate, String> names) {
    School.Term t = term(term);
    for (DaysOff days : daysOff(term)) {
      String name = names.getOrDefault(days.first(), days.name()).strip();
      if (name.length() > LONGEST_NAME) {
        throw Problem.refused("day-name");
      }
      days.first()
          .datesUntil(days.last().plusDays(1))
          .forEach(d -> t.daysOff().computeIfPresent(d, (day, before) -> name));
    }
    touched(term);
  }

  /** Lets school end earlier on a day, or as always. */
  public void closeEarly(UUID term, LocalDate day, Optional<LocalTime> at) {
    School.Term t = term(term);
    at.ifPresentOrElse(time -> t.early().put(day, time), () -> t.early().remove(day));
    touched(term);
  }

  private void touched(UUID term) {
    events.publishEvent(new SectionTouched(terms.sectionsOf(term)));
  }

  /** Says for how many days the school keeps what its students did; 30 to 3650. */
  public void keep(UUID term, int days) {
    if (days < 30 || days > 3650) {
      throw Problem.refused("keep-days");
    }
    term(term).school().keep(days);
  }

  /** Says what families hear of a child who did not answer the roll call. */
  public void letHear(UUID term, Hears what) {
    term(term).school().letHear(what);
  }

  /** The letters that the school gives for percents. */
  public void name(UUID term, LetterScale letters) {
    term(term).school().name(letters);
  }

  private School.Term term(UUID id) {
    return terms.findById(id).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public TermView get(UUID id) {
    return view(term(id));
  }

  /** The terms of the schools in which a person teaches, or which they founded; oldest first. */
  @Transactional(readOnly = true)
  public List<TermView> ofTeacher(UUID teacher) {
    return terms.ofTeacher(teacher).stream().map(SchoolTime::view).toList();
  }

  private static TermView view(School.Term t) {
    return new TermView(
        t.id(),
        t.school().id(),
        t.school().name(),
        t.school().keepDays(),
        t.school().hears(),
        t.school().letters(),
        t.name(),
        t.calendar());
  }
}
