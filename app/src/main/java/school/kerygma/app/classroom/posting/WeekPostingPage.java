package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.SchoolCalendar;

/** A week as it is put up: the rows of its sections, and the walkthroughs that may go with them. */
@Component
class WeekPostingPage {

  private final PlannedWeek weeks;
  private final Sections sections;
  private final Tasks tasks;
  private final Announcer telling;
  private final ChangesSinceTold toldTasks;
  private final ReadyTalks ready;
  private final HasMail mail;
  private final Clock clock;

  WeekPostingPage(
      PlannedWeek weeks,
      Sections sections,
      Tasks tasks,
      Announcer telling,
      ChangesSinceTold toldTasks,
      ReadyTalks ready,
      HasMail mail,
      Clock clock) {
    this.weeks = weeks;
    this.sections = sections;
    this.tasks = tasks;
    this.telling = telling;
    this.toldTasks = toldTasks;
    this.ready = ready;
    this.mail = mail;
    this.clock = clock;
  }

  /**
   * Shows a week.
   *
   * @param week a day of it; nothing shows the week of {@code posting}, or the present one
   */
  void show(UUID teacher, @Nullable LocalDate week, @Nullable UUID posting, Model model) {
    List<SectionView> all = sections.ofTeacher(teacher);
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    Instant now = clock.instant();
    LocalDate shown =
        Optional.ofNullable(week)
            .or(() -> Optional.ofNullable(posting).flatMap(weeks::weekOf))
            .orElseGet(() -> all.getFirst().calendar().dateOf(now));
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    List<SectionView> own = SectionView.during(monday, all);
    List<TaskView> planned = weeks.planned(own, monday);
    List<DeliveryView> deliveries = weeks.deliveries(own);
    Standing standing = Standing.of(deliveries, now);
    Map<UUID, List<ChangesSinceTold.Changed>> changed = toldTasks.open(deliveries);
    List<PostingRow> rows = new ArrayList<>();
    for (SectionView section : own) {
      Set<UUID> inWeek =
          PlannedWeek.inWeek(planned, section, monday).stream()
              .map(TaskView::id)
              .collect(Collectors.toSet());
      deliveries.stream()
          .filter(d -> d.section().equals(section.id()) && d.walkthrough().isEmpty())
          .filter(d -> d.tasks().stream().anyMatch(inWeek::contains))
          .forEach(d -> rows.add(PostingRow.posted(section, d, telling.of(d), changed, now)));
      List<TaskView> left = PlannedWeek.left(planned, section, monday, standing);
      if (!left.isEmpty()) {
        rows.add(PostingRow.fresh(section, left, now));
      }
    }
    model.addAttribute("monday", monday);
    model.addAttribute("rows", rows);
    model.addAttribute("fresh", rows.stream().anyMatch(r -> r.delivery().isEmpty()));
    model.addAttribute(
        "titles", planned.stream().collect(Collectors.toMap(TaskView::id, TaskView::title)));
    Set<TaskView> waiting = new LinkedHashSet<>();
    rows.forEach(r -> waiting.addAll(r.tasks()));
    model.addAttribute("talks", ready.explaining(teacher, waiting));
    model.addAttribute("postingId", UUID.randomUUID());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute(
        "changes",
        PostedWords.of(rows.stream().flatMap(r -> r.delivery().stream()).toList(), tasks));
  }
}
