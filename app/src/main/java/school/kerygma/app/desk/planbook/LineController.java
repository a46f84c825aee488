package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.TaskLine;

/** Plans a task from one typed line: shows what was understood, and keeps it when asked. */
@RestController
class LineController {

  /** What is planned if a line does not say how long it takes. */
  private static final int MINUTES = 30;

  /**
   * A line as it was understood.
   *
   * @param text in words, as it would be kept; empty if it cannot be
   * @param doubts what should be looked at
   */
  record Understood(String text, List<String> doubts) {}

  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;
  private final MessageSource words;
  private final Wording show = new Wording();

  LineController(Tasks tasks, Sections sections, Gate gate, MessageSource words) {
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
    this.words = words;
  }

  private SectionView own(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
    return sections.get(section);
  }

  /** "Due Wednesday", typed into a day, is the Wednesday after that day. */
  private static TaskLine read(String line, SectionView section, LocalDate day) {
    if (line.length() > 300) {
      throw Problem.refused("name");
    }
    return TaskLine.read(line, new DatePhrases.Reference(day, section.calendar(), section.meets()));
  }

  @PostMapping("/plan/line/look")
  Understood look(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam UUID section,
      @RequestParam LocalDate day,
      @RequestParam String line) {
    SectionView of = own(me, section);
    TaskLine read = read(line, of, day);
    if (read.title().isEmpty()) {
      return new Understood("", line.isBlank() ? List.of() : List.of(text("plan.line-nothing")));
    }
    List<String> doubts = new ArrayList<>();
    read.doubts()
        .forEach(
            d ->
                doubts.add(
                    text(
                        "fact.doubt." + d,
                        read.due().map(at -> show.weekday(at.toLocalDate())).orElse(""))));
    if (read.several()) {
      doubts.add(text("plan.line-several"));
    }
    return new Understood(said(read, day), doubts);
  }

  private String said(TaskLine read, LocalDate day) {
    List<String> parts = new ArrayList<>();
    parts.add(read.title());
    parts.add(
        read.minutes().isPresent()
            ? text("class.task-minutes", read.minutes().getAsInt())
            : text("plan.line-minutes", MINUTES));
    read.points().ifPresent(p -> parts.add(text("class.points", p)));
    read.due()
        .ifPresent(
            at ->
                parts.add(
                    text(
                        "class.due",
                        show.fullDay(at.toLocalDate()) + ", " + show.time(at.toLocalTime()))));
    if (!read.required()) {
      parts.add(text("plan.if-they-like"));
    }
    return text("plan.line-said", show.weekday(day), String.join(" \u00b7 ", parts));
  }

  @PostMapping("/plan/line")
  Map<String, UUID> keep(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam UUID section,
      @RequestParam LocalDate day,
      @RequestParam String line) {
    SectionView of = own(me, section);
    TaskLine read = read(line, of, day);
    if (read.title().isEmpty()) {
      throw Problem.refused("name");
    }
    TaskSheet sheet =
        TaskSheet.of(read.title(), read.minutes().orElse(MINUTES), Map.of(section, day))
            .worth(read.points().isPresent() ? (Integer) read.points().getAsInt() : null, "")
            .due(read.rule(day, of.calendar()));
    return Map.of(
        "task", tasks.plan(me.id(), read.required() ? sheet : sheet.opening(false, sheet.opens())));
  }

  private String text(String key, Object... details) {
    return words.getMessage(key, details, Locale.US);
  }
}
