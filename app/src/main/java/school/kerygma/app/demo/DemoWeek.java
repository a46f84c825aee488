package school.kerygma.app.demo;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.plan.UnitWeeks;

/** Plans the demonstration's week: tasks, sessions, starter lines, weights. */
@Component
@ConditionalOnProperty("kerygma.demo")
class DemoWeek {

  private static final String PROJECT = "Projects";
  private static final String DAILY = "Daily work";

  private final Tasks tasks;
  private final Sessions sessions;
  private final DayNotes notes;
  private final Sections sections;

  DemoWeek(Tasks tasks, Sessions sessions, DayNotes notes, Sections sections) {
    this.tasks = tasks;
    this.sessions = sessions;
    this.notes = notes;
    this.sections = sections;
  }

  /**
   * Plans the week.
   *
   * @param classes the sections by name
   * @param papers the handouts by name
   * @return the tasks by title
   */
  Map<String, UUID> plan(
      UUID teacher, LocalDate monday, Map<String, UUID> classes, Map<String, UUID> papers) {
    Map<String, UUID> planned = new HashMap<>();
    for (TaskSheet sheet : sheets(new Days(monday, classes), papers)) {
      planned.put(sheet.title(), tasks.plan(teacher, sheet));
    }
    rest(new Days(monday, classes))
        .forEach(sheet -> planned.put(sheet.title(), tasks.plan(teacher, sheet)));
    weigh(classes);
    meet(monday, classes);
    write(monday, classes);
    return planned;
  }

  /** Turns names of sections into ids, and numbers of days into dates. */
  private record Days(LocalDate monday, Map<String, UUID> classes) {

    Days in(int weeks) {
      return new Days(monday.plusWeeks(weeks), classes);
    }

    TaskSheet task(String title, int minutes, Map<String, Integer> days) {
      Map<UUID, LocalDate> placed = new HashMap<>();
      days.forEach((section, day) -> placed.put(classes.get(section), monday.plusDays(day)));
      return TaskSheet.of(title, minutes, placed);
    }
  }

  private static List<TaskSheet> sheets(Days week, Map<String, UUID> papers) {
    return List.of(
        week.task("Read the project sheet", 15, Map.of("7A Design", 0, "7C Design", 1))
            .reading(Set.of(papers.get("sheet")), 0),
        week.task("Sketch three bridges", 35, Map.of("7A Design", 2, "7C Design", 3))
            .how("on paper. Take a picture of the page.")
            .reading(Set.of(papers.get("rubric")), 0)
            .handedIn(DemoWork.PHOTOS)
            .improved(5)
            .worth(6, PROJECT)
            .withKeys(Set.of(papers.get("example")))
            .opening(true, Opens.WHEN_THOSE_BEFORE_ARE_TICKED),
        week.task("Load table, rows 1 to 6", 40, Map.of("7A Design", 4))
            .how("in the workbook")
            .reading(Set.of(papers.get("workbook")), 0)
            .handedIn(new HandInRule(Set.of(HandInRule.Kind.SHEET), 0, 1))
            .worth(6, PROJECT)
            .opening(true, Opens.WHEN_THOSE_BEFORE_ARE_TICKED),
        week.task("Choose your joint", 20, Map.of("8B Woodwork", 0))
            .how("one of three")
            .choosing(
                ChoiceBoard.of(
                    1, List.of("Finger joint", "Dovetail", "Miter with keys"), List.of())),
        week.task("Mark out the box", 60, Map.of("8B Woodwork", 3))
            .how("on both boards")
            .choosing(
                ChoiceBoard.of(
                    2, List.of("Sketch of the joints, 1 day before", "Both boards"), List.of()))
            .worth(10, PROJECT)
            .opening(true, Opens.WHEN_THOSE_BEFORE_ARE_TICKED),
        week.task("Read how the sensor works", 20, Map.of("9 Electronics", 1))
            .reading(Set.of(), 2)
            .handedIn(HandInRule.read("text 60, spoken 60")),
        week.task("Place the sensor", 40, Map.of("9 Electronics", 4))
            .how("on the board, battery last")
            .worth(5, DAILY)
            .pointsFor(PointsFor.DONE));
  }

  /** What the rest of the term asks, in rough: no posting yet, but the grade can be weighed. */
  private static List<TaskSheet> rest(Days week) {
    List<TaskSheet> rest = new ArrayList<>();
    Map<String, Integer> first = Map.of("7A Design", 0, "7C Design", 1);
    Map<String, Integer> second = Map.of("7A Design", 2, "7C Design", 3);
    rest.add(
        week.in(-2)
            .task("Bridges near us, a list", 30, first)
            .handedIn(DemoLists.WRITTEN)
            .worth(4, DAILY));
    rest.add(week.in(-2).task("Triangles from card", 40, second).worth(4, DAILY));
    rest.add(week.in(1).task("Card model, first build", 40, first).worth(20, PROJECT));
    rest.add(week.in(1).task("Card model, the joints", 45, second).worth(6, DAILY));
    rest.add(week.in(3).task("Test with weights", 45, first).worth(12, PROJECT));
    rest.add(week.in(3).task("Load table, rows 7 to 12", 30, second).worth(6, PROJECT));
    rest.add(
        week.in(5)
            .task("Report in five pages", 45, first)
            .worth(24, PROJECT)
            .afterUnit(new UnitWeeks(week.monday(), week.in(5).monday())));
    for (Map<String, Integer> days :
        List.of(Map.of("8B Woodwork", 0), Map.of("9 Electronics", 1))) {
      boolean wood = days.containsKey("8B Woodwork");
      rest.add(
          week.in(-1)
              .task(wood ? "Safety sheet" : "Lamps at home, a survey", 30, days)
              .worth(4, DAILY));
      rest.add(
          week.in(1)
              .task(wood ? "Cut the joints" : "Solder the lamp", 45, days)
              .worth(20, PROJECT));
      rest.add(
          week.in(1).task(wood ? "Sand the edges" : "Test the lamp", 25, days).worth(4, DAILY));
      rest.add(
          week.in(3)
              .task(wood ? "Glue and clamp" : "Build the shade", 40, days)
              .worth(12, PROJECT));
      rest.add(
          week.in(3).task(wood ? "Fit the lid" : "Paint the shade", 30, days).worth(8, PROJECT));
      rest.add(
          week.in(5).task(wood ? "Finish and show" : "Show the lamp", 60, days).worth(20, PROJECT));
    }
    return rest;
  }

  private void weigh(Map<String, UUID> classes) {
    Grading grading =
        new Grading(
            List.of(
                new Grading.Kind(PROJECT, 70, 0, new LateRule(10, 50), 0, Grading.Improved.HIGHEST),
                new Grading.Kind(DAILY, 30, 4)));
    Map.of("7A Design", 7, "7C Design", 7, "8B Woodwork", 8, "9 Electronics", 9)
        .forEach(
            (name, grade) ->
                sections.grade(
                    There.in(classes, name), Seen.ANYTHING, grading, Optional.of(grade)));
  }

  private void meet(LocalDate monday, Map<String, UUID> classes) {
    sessions.plan(
        Set.of(classes.get("7C Design")),
        new SessionSheet(
            "Help hour",
            "the workshop",
            monday.plusDays(2),
            LocalTime.of(14, 10),
            LocalTime.of(14, 40),
            false));
    sessions.plan(
        Set.of(classes.get("7A Design")),
        new SessionSheet(
            "Live meeting",
            "Room 12",
            monday.plusDays(2),
            LocalTime.of(9, 40),
            LocalTime.of(10, 10),
            true));
    sessions.plan(
        Set.of(classes.get("9 Electronics")),
        new SessionSheet(
            "Live meeting",
            "the link stands on the class page",
            monday.plusDays(4),
            LocalTime.of(11, 0),
            LocalTime.of(11, 30),
            false));
  }

  private void write(LocalDate monday, Map<String, UUID> classes) {
    notes.write(
        new DayNotes.Note(
            There.in(classes, "7A Design"),
            monday.plusDays(2),
            "Which bridge do you cross every week?",
            "The pencils are in the second drawer. Ilya and Wren work at the window.",
            List.of()),
        Seen.ANYTHING);
    notes.write(
        new DayNotes.Note(
            There.in(classes, "9 Electronics"),
            monday.plusDays(4),
            "What switches on by itself at night?",
            "",
            List.of()),
        Seen.ANYTHING);
  }
}
