package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.messages.MailWishes;
import school.kerygma.app.classroom.notes.Note;
import school.kerygma.app.classroom.notes.Notes;
import school.kerygma.app.classroom.results.ComeBack;
import school.kerygma.app.classroom.term.Terms;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.roll.RollCall;

/**
 * What stands beside the list of tasks on the pages of students and families: roll call, notes, the
 * pace, what came back.
 */
@Component
class BesideTheList {

  /** So long a note and what came back stand there. */
  private static final Duration LATELY = Duration.ofDays(14);

  private final RollCalls rolls;
  private final Sections sections;
  private final Notes notes;
  private final Terms terms;
  private final ComeBack comeBack;
  private final People people;
  private final MailWishes mailWishes;
  private final Clock clock;

  BesideTheList(
      RollCalls rolls,
      Sections sections,
      Notes notes,
      Terms terms,
      ComeBack comeBack,
      People people,
      MailWishes mailWishes,
      Clock clock) {
    this.rolls = rolls;
    this.sections = sections;
    this.notes = notes;
    this.terms = terms;
    this.comeBack = comeBack;
    this.people = people;
    this.mailWishes = mailWishes;
    this.clock = clock;
  }

  /** Of a student, who reads it. */
  void ofStudent(UUID student, SectionView section, Model model) {
    Instant now = clock.instant();
    model.addAttribute("roll", rolls.today(section, student).orElse(null));
    show(
        notes.since(now.minus(LATELY), Set.of(student), false).stream()
            .filter(n -> n.section().equals(section.id()))
            .toList(),
        model);
    terms
        .paces(section, Set.of(student))
        .values()
        .forEach(
            pace -> {
              model.addAttribute("pace", pace);
              model.addAttribute("threatened", pace.threatened(now).orElse(null));
            });
  }

  /** Of a family, whose guardian reads it. */
  void ofFamily(FamilyPage page, UUID guardian, Model model) {
    Instant since = clock.instant().minus(LATELY);
    List<UUID> children = page.children().stream().map(FamilyPage.Child::id).toList();
    model.addAttribute("missed", missed(page));
    show(notes.since(since, children, true), model);
    Map<ComeBack.Seat, List<ComeBack.Lately>> back = comeBack.lately(page.sections(), since);
    Map<String, List<ComeBack.Lately>> shown = new HashMap<>();
    back.forEach((seat, lately) -> shown.put(seat.student() + " " + seat.section(), lately));
    model.addAttribute("back", shown);
    model.addAttribute("mailWish", mailWishes.of(guardian));
    model.addAttribute("mailDay", mailWishes.day(guardian));
  }

  /** What somebody wrote; of what is not done the list itself speaks. */
  private void show(List<Note> notes, Model model) {
    List<Note> all = notes.stream().filter(n -> n.kind() == Note.Kind.NOTE).toList();
    Set<UUID> named = new HashSet<>();
    all.forEach(n -> named.addAll(Set.of(n.student(), n.teacher())));
    model.addAttribute("notes", all);
    model.addAttribute("noteNames", named.isEmpty() ? Map.of() : people.contacts(named));
  }

  /**
   * Days of the last week on which a child was absent, by child and section, where they are told.
   */
  private Map<String, List<LocalDate>> missed(FamilyPage page) {
    Map<String, List<LocalDate>> missed = new HashMap<>();
    for (FamilyPage.Child child : page.children()) {
      for (TaskLists.SectionList list : child.sections()) {
        SectionView section = list.section();
        if (rolls.isCalled(section.id()) && sections.hears(section.id()) != Hears.NOTHING) {
          missed.put(
              child.id() + " " + section.id(),
              There.in(
                      rolls.between(
                          section, List.of(child.id()), page.today().minusDays(6), page.today()),
                      child.id())
                  .stream()
                  .filter(c -> c.presence() == RollCall.Presence.ABSENT)
                  .map(RollCalls.Cell::day)
                  .toList());
        }
      }
    }
    return missed;
  }
}
