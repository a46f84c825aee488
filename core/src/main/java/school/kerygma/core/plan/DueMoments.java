package school.kerygma.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.SchoolCalendar;

/**
 * All moments at which something of a task is due in one section. Lists, letters, calendars and the
 * pages of students and families ask it, so that they say the same.
 *
 * <p>What is due days before the whole is due at the same time of day, by the school's clock, also
 * where a change of the clock lies between.
 *
 * @param whole when all of it is due
 * @param parts each part with its moment, in their order; none unless one of them is due earlier
 * @param firstAnswer until when one's own answer is asked, if a class shares its answers
 * @param improve until when it may be improved afterwards
 */
public record DueMoments(
    Instant whole, List<Part> parts, Optional<Instant> firstAnswer, Optional<Instant> improve) {

  /**
   * A part of a task.
   *
   * @param way its id on the {@link ChoiceBoard}
   */
  public record Part(UUID way, String text, Instant at) {}

  public DueMoments {
    parts = List.copyOf(parts);
  }

  /**
   * The moments of a task.
   *
   * @param board its parts or ways, if it has any
   * @param round the rule by which a class shares its answers to it, if it does
   */
  public static DueMoments of(
      Instant whole,
      Optional<Instant> improve,
      Optional<ChoiceBoard> board,
      Optional<RoundRule> round,
      SchoolCalendar calendar) {
    return new DueMoments(
        whole,
        board.filter(ChoiceBoard::isStaggered).map(ChoiceBoard::ways).orElse(List.of()).stream()
            .map(w -> new Part(w.id(), w.text(), before(whole, w.daysBefore(), calendar)))
            .toList(),
        round.map(r -> before(whole, r.daysBefore(), calendar)),
        improve);
  }

  private static Instant before(Instant whole, int days, SchoolCalendar calendar) {
    return days == 0 ? whole : whole.atZone(calendar.zone()).minusDays(days).toInstant();
  }

  /** Those parts that are due before the whole is. */
  public List<Part> earlierParts() {
    return parts.stream().filter(p -> p.at().isBefore(whole)).toList();
  }

  /** Until when one's own answer is asked, if that is before the whole is due. */
  public Optional<Instant> earlierAnswer() {
    return firstAnswer.filter(whole::isAfter);
  }

  /** When a part is due; nothing if the parts have no moments of their own. */
  public Optional<Instant> part(UUID way) {
    return parts.stream().filter(p -> p.way().equals(way)).map(Part::at).findFirst();
  }
}
