package school.kerygma.app.school.sections;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A section as the application sees it.
 *
 * @param minutes the share of work at home for one of its days
 * @param grade at whose rate its students read, 1 to 12
 * @param letters that its school gives for percents
 * @param teachers whose it is; who stands in for them is not among them
 */
public record SectionView(
    UUID id,
    String name,
    String school,
    MeetingPattern meets,
    int minutes,
    Optional<Integer> grade,
    Grading grading,
    LetterScale letters,
    SchoolCalendar calendar,
    Set<UUID> teachers,
    Set<UUID> students) {

  /** The same with others who sit in it. */
  public SectionView with(Set<UUID> others) {
    return new SectionView(
        id, name, school, meets, minutes, grade, grading, letters, calendar, teachers, others);
  }

  /** Whether it is taught in the term of a school that begins on a Monday. */
  boolean isTaught(String at, LocalDate firstMonday) {
    return school.equals(at) && calendar.firstMonday().equals(firstMonday);
  }

  /** The sections whose term holds a day; between terms, those of the term that is nearest. */
  public static List<SectionView> during(LocalDate day, List<SectionView> all) {
    List<SectionView> held = all.stream().filter(s -> s.calendar().holds(day)).toList();
    if (!held.isEmpty()) {
      return held;
    }
    long nearest = all.stream().mapToLong(s -> s.daysFrom(day)).min().orElse(0);
    return all.stream().filter(s -> s.daysFrom(day) == nearest).toList();
  }

  private long daysFrom(LocalDate day) {
    LocalDate after = calendar.end();
    return day.isBefore(after)
        ? ChronoUnit.DAYS.between(day, calendar.firstMonday())
        : ChronoUnit.DAYS.between(after, day) + 1;
  }

  /** Whether its term is over at a moment. */
  public boolean isOver(Instant now) {
    return !calendar.dateOf(now).isBefore(calendar.end());
  }

  /** What the form of its name and meetings shows. */
  public String seenMeetings() {
    return Seen.of(name, meets, minutes);
  }

  /** What the form of its grade shows. */
  public String seenGrade() {
    return Seen.of(grade, grading);
  }

  public ZoneId zone() {
    return calendar.zone();
  }
}
