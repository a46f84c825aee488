package school.kerygma.app.school.rollcall;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roll.RollCall.Presence;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.SchoolCalendar;

/** The roll call of a section: answered by students, read by teachers. */
@Controller
class RollCallController {

  /**
   * A student's row.
   *
   * @param cells of the week, in the order of its days
   * @param absent days of the term
   * @param excused days of the term
   * @param of days of the term on which the roll was called and closed
   */
  record Row(
      UUID student, String name, List<RollCalls.Cell> cells, long absent, long excused, long of) {}

  /**
   * A student today.
   *
   * @param absent whether the roll says so, with a reason or without
   * @param known whether anything is known of them yet
   * @param answered when they answered themselves
   */
  record Now(UUID student, String name, boolean absent, boolean known, Optional<Instant> answered) {

    static Now of(People.Contact student, Optional<RollCalls.Cell> cell) {
      Presence presence = cell.map(RollCalls.Cell::presence).orElse(Presence.WAITS);
      return new Now(
          student.id(),
          student.name(),
          presence == Presence.ABSENT || presence == Presence.EXCUSED,
          presence != Presence.WAITS,
          cell.flatMap(RollCalls.Cell::answered));
    }
  }

  private final RollCalls calls;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  RollCallController(RollCalls calls, Sections sections, People people, Gate gate, Clock clock) {
    this.calls = calls;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @PostMapping("/class/sections/{id}/here")
  String here(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "false") boolean practice) {
    SectionView section = sits(me, id);
    if (practice) {
      return "redirect:/class?practiced&section=" + id;
    }
    calls.answer(section, me.id(), words);
    return "redirect:/class?section=" + id;
  }

  private SectionView sits(SignedIn me, UUID id) {
    if (!sections.anySits(Set.of(me.id()), Set.of(id))) {
      throw Problem.notFound();
    }
    return sections.get(id);
  }

  @GetMapping("/sections/{id}/roll")
  String week(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    SchoolCalendar calendar = section.calendar();
    LocalDate today = calendar.dateOf(clock.instant());
    LocalDate last = calendar.end().isBefore(today) ? calendar.end() : today;
    LocalDate shown =
        Optional.ofNullable(week)
            .filter(w -> !w.isBefore(calendar.firstMonday()) && !w.isAfter(calendar.end()))
            .orElse(last);
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    model.addAttribute("section", section);
    model.addAttribute("setting", calls.of(id).orElse(null));
    model.addAttribute("hears", sections.hears(id));
    model.addAttribute("monday", monday);
    model.addAttribute("called", calls.isCalled(id));
    model.addAttribute("hoursKnown", RollCalls.knowsHours(section));
    model.addAttribute("days", calls.days(section, monday, monday.plusDays(6)));
    model.addAttribute("rows", rows(section, monday, last));
    model.addAttribute("presences", List.of(Presence.HERE, Presence.ABSENT, Presence.EXCUSED));
    model.addAttribute("today", today);
    List<Now> now = section.meets().meetsOn(today, calendar) ? now(section, today) : List.of();
    model.addAttribute("now", now);
    model.addAttribute("known", now.stream().anyMatch(Now::known));
    model.addAttribute("away", now.stream().filter(Now::absent).count());
    return "rollcall/week";
  }

  /** Who is here today, as far as it is known, in the order of a register. */
  private List<Now> now(SectionView section, LocalDate today) {
    Map<UUID, List<RollCalls.Cell>> known =
        calls.between(section, section.students(), today, today);
    return people.contacts(section.students()).values().stream()
        .sorted(People.Contact.BY_FAMILY_NAME)
        .map(c -> Now.of(c, There.in(known, c.id()).stream().findFirst()))
        .toList();
  }

  private List<Row> rows(SectionView section, LocalDate monday, LocalDate last) {
    Map<UUID, People.Contact> names = people.contacts(section.students());
    Map<UUID, List<RollCalls.Cell>> term =
        calls.between(section, names.keySet(), section.calendar().firstMonday(), last);
    List<Row> rows = new ArrayList<>();
    term.forEach(
        (student, cells) ->
            rows.add(
                new Row(
                    student,
                    There.in(names, student).name(),
                    cells.stream()
                        .filter(
                            c -> !c.day().isBefore(monday) && c.day().isBefore(monday.plusDays(7)))
                        .toList(),
                    cells.stream().filter(c -> c.presence() == Presence.ABSENT).count(),
                    cells.stream().filter(c -> c.presence() == Presence.EXCUSED).count(),
                    cells.stream().filter(c -> c.presence() != Presence.WAITS).count())));
    rows.sort(Comparator.comparing(Row::name, PersonNames.BY_FAMILY_NAME));
    return rows;
  }
}
