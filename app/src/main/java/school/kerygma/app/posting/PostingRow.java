package school.kerygma.app.posting;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.SectionView;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.PlanDate;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A section as a row of a posting's screen, with proposed or present moments.
 *
 * @param tasks those that are put up with it for this section
 */
record PostingRow(
    SectionView section,
    Moments moments,
    Optional<DeliveryView> delivery,
    List<Moments.Doubt> doubts,
    List<TaskView> tasks) {

  /** A section to which it is posted. */
  static PostingRow posted(SectionView section, DeliveryView delivery, Instant now) {
    return row(section, delivery.moments(), Optional.of(delivery), List.of(), now);
  }

  /**
   * A section to which it may be posted: goes up now; due at 11:59 p.m. of the last day on which
   * the section does one of the tasks.
   */
  static PostingRow fresh(SectionView section, List<TaskView> tasks, Instant now) {
    return row(section, proposed(section, tasks, now), Optional.empty(), tasks, now);
  }

  private static PostingRow row(
      SectionView section,
      Moments moments,
      Optional<DeliveryView> delivery,
      List<TaskView> tasks,
      Instant now) {
    return new PostingRow(
        section, moments, delivery, moments.doubts(section.calendar(), now), tasks);
  }

  private static Moments proposed(SectionView section, List<TaskView> tied, Instant now) {
    SchoolCalendar calendar = section.calendar();
    LocalDate today = calendar.dateOf(now);
    LocalDate day =
        tied.stream()
            .map(t -> t.sheet().days().get(section.id()))
            .filter(Objects::nonNull)
            .max(LocalDate::compareTo)
            .filter(d -> !d.isBefore(today))
            .orElseGet(() -> section.meets().onOrAfter(today.plusDays(1), calendar));
    Instant due = calendar.dueOn(day);
    Instant minute = now.atZone(calendar.zone()).withSecond(0).withNano(0).toInstant();
    return new Moments(
        minute, due.isAfter(now) ? due : calendar.dueOn(today.plusDays(1)), Optional.empty());
  }

  /** The form that the row's fields belong to. */
  public String form() {
    return delivery.map(d -> "delivery-" + d.id()).orElse("posting");
  }

  /** Reads the moments of a section from the form that was sent. */
  static Moments read(MultiValueMap<String, String> form, SectionView section) {
    ZoneId zone = section.zone();
    Instant goesUp = needed(form.getFirst("goesUp-" + section.id()), zone);
    Instant due = needed(form.getFirst("due-" + section.id()), zone);
    return new Moments(goesUp, due, instant(form.getFirst("closes-" + section.id()), zone));
  }

  private static Instant needed(@Nullable String text, ZoneId zone) {
    return instant(text, zone).orElseThrow(() -> Problem.refused("moment"));
  }

  /** A time of the section's school; a date alone means 11:59 p.m. */
  private static Optional<Instant> instant(@Nullable String text, ZoneId zone) {
    if (text == null || text.isBlank()) {
      return Optional.empty();
    }
    try {
      LocalDateTime local =
          text.length() <= 10
              ? PlanDate.day(text).atTime(SchoolCalendar.DUE_TIME)
              : PlanDate.moment(text);
      return Optional.of(local.atZone(zone).toInstant());
    } catch (DateTimeException e) {
      throw Problem.refused("moment");
    }
  }
}
