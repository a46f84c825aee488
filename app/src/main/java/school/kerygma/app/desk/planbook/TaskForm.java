package school.kerygma.app.desk.planbook;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.plan.UnitWeeks;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.PlanDate;

/** Reads the form of a task. Fields of one section end in a hyphen and its id. */
record TaskForm(Fields fields, ZoneId zone) {

  /**
   * The task as the form says it.
   *
   * @param before the task so far: its ways keep their ids
   * @throws Problem that says which field cannot be read
   */
  TaskSheet read(Optional<TaskSheet> before) {
    Map<UUID, LocalDate> days = new HashMap<>();
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>();
    for (UUID section : sections()) {
      days.put(section, day("day-" + section));
      differs.put(
          section,
          new TaskSheet.Difference(
              fields.text("detail-" + section),
              fields.number("minutes-" + section, "minutes"),
              fields.number("points-" + section, "points"),
              rule("-" + section),
              fields.text("place-" + section),
              fields.ids("handout-" + section)));
    }
    return new TaskSheet(
        fields.text("title"),
        fields.text("detail"),
        fields.number("minutes", "minutes", 0),
        fields.number("answers", "answers", 0),
        fields.number("points", "points"),
        fields.text("kind"),
        pointsFor(),
        "true".equals(fields.text("required")),
        opens(),
        after(),
        unit(),
        fields.text("word"),
        rule(""),
        fields.number("improve", "improve", 0),
        fields.text("place"),
        handIn(),
        board(before.flatMap(TaskSheet::board)),
        fields.ids("handout"),
        fields.ids("key"),
        days,
        differs);
  }

  /** The version of the task that the form was opened with; 0 for a new one. */
  int version() {
    return fields.number("version", "unreadable", 0);
  }

  /** The sections that are ticked on the form. */
  Set<UUID> sections() {
    return fields.ids("section");
  }

  /** The stop that is chosen to explain the task. */
  Optional<UUID> stop() {
    return fields.chosen("stop");
  }

  private LocalDate day(String field) {
    try {
      return PlanDate.day(fields.text(field));
    } catch (DateTimeException e) {
      throw Problem.refused("moment").at(field);
    }
  }

  private PointsFor pointsFor() {
    return fields.text("pointsFor").isEmpty()
        ? PointsFor.WORK
        : Fields.one(PointsFor.class, fields.text("pointsFor"));
  }

  private Opens opens() {
    try {
      return fields.text("opens").isEmpty()
          ? Opens.WITH_ITS_POSTING
          : Opens.valueOf(fields.text("opens"));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("unreadable");
    }
  }

  /** The tasks that are chosen to come before it. */
  private Set<UUID> after() {
    if (opens() == Opens.WHEN_CHOSEN_ARE_TICKED && fields.ids("after").isEmpty()) {
      throw Problem.refused("after");
    }
    return fields.ids("after");
  }

  /** The weeks of its unit, if it waits for those. */
  private Optional<UnitWeeks> unit() {
    if (opens() != Opens.WHEN_ALL_OF_ITS_UNIT_ARE_DONE) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          new UnitWeeks(
              LocalDate.parse(fields.text("unitFirst")), LocalDate.parse(fields.text("unitLast"))));
    } catch (DateTimeException | IllegalArgumentException e) {
      throw Problem.refused("unit").at("unitFirst");
    }
  }

  /** What is handed in: the ticked kinds; none if no kind is. */
  private Optional<HandInRule> handIn() {
    Set<HandInRule.Kind> kinds = EnumSet.noneOf(HandInRule.Kind.class);
    int words = fields.number("handInWords", "hand-in", 0);
    int together = fields.number("handInTogether", "hand-in", 1);
    int seconds = fields.number("handInSeconds", "hand-in", 0);
    try {
      fields
          .form()
          .getOrDefault("handIn", List.of())
          .forEach(k -> kinds.add(HandInRule.Kind.valueOf(k)));
      return kinds.isEmpty()
          ? Optional.empty()
          : Optional.of(new HandInRule(kinds, words, together, seconds));
    } catch (IllegalArgumentException | NullPointerException e) {
      throw Problem.refused("hand-in");
    }
  }

  private Optional<ChoiceBoard> board(Optional<ChoiceBoard> before) {
    List<String> ways =
        fields.text("ways").lines().map(String::strip).filter(w -> !w.isEmpty()).toList();
    if (ways.isEmpty()) {
      return Optional.empty();
    }
    try {
      ChoiceBoard board =
          ChoiceBoard.of(
              fields.number("pick", "board", 1),
              ways,
              before.map(ChoiceBoard::ways).orElse(List.of()));
      return Optional.of(board.explained(explained(board)));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("board");
    }
  }

  /** The stops that are chosen to explain ways, each by the place of its line. */
  private Map<UUID, UUID> explained(ChoiceBoard board) {
    Map<UUID, UUID> stops = new HashMap<>();
    for (int i = 0; i < board.ways().size(); i++) {
      String stop = fields.text("way-" + (i + 1));
      if (!stop.isEmpty()) {
        stops.put(board.ways().get(i).id(), Fields.id(stop));
      }
    }
    return stops;
  }

  /** The stops that are chosen for ways. */
  Set<UUID> stopsOfWays() {
    return fields.form().keySet().stream()
        .filter(k -> k.matches("way-[1-9]"))
        .map(fields::text)
        .filter(s -> !s.isEmpty())
        .map(Fields::id)
        .collect(Collectors.toSet());
  }

  /** The rule that is chosen, with the time, weekday or count beside it. */
  private Optional<DueRule> rule(String of) {
    String chosen = fields.text("due" + of);
    String time = fields.text("dueTime" + of);
    try {
      String written =
          switch (chosen) {
            case "day" -> "day " + time;
            case "week" -> "week " + fields.text("dueWeekday" + of) + " " + time;
            case "meeting" -> "meeting " + fields.text("dueMeeting" + of);
            case "at" ->
                "at " + PlanDate.moment(fields.text("dueAt" + of)).atZone(zone).toInstant();
            default -> chosen;
          };
      return written.isEmpty() ? Optional.empty() : Optional.of(DueRuleText.read(written));
    } catch (IllegalArgumentException | DateTimeException e) {
      throw Problem.refused("due-rule").at("due" + of);
    }
  }

  /** Sections that somebody else teaches keep their day: they are not on this form. */
  static TaskSheet withOthers(TaskSheet sheet, TaskSheet before, List<SectionView> own) {
    Set<UUID> mine = own.stream().map(SectionView::id).collect(Collectors.toSet());
    Map<UUID, LocalDate> days = new HashMap<>(sheet.days());
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>(sheet.differs());
    before
        .days()
        .forEach(
            (section, day) -> {
              if (!mine.contains(section)) {
                days.put(section, day);
                TaskSheet.Difference other = before.differs().get(section);
                if (other != null) {
                  differs.put(section, other);
                }
              }
            });
    return sheet.on(days, differs);
  }
}
