package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.messages.WeekNews;
import school.kerygma.app.classroom.results.ComeBack;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.SchoolCalendar;

/** What a week letter says: what the family's page says, all children in one, late first. */
@Component
@Transactional(readOnly = true)
class WeekOfFamily implements WeekNews {

  private static final Duration DAY = Duration.ofDays(1);
  private static final Duration WEEK = Duration.ofDays(7);

  private final ClassPages pages;
  private final ComeBack comeBack;
  private final Sections sections;
  private final People people;
  private final FamilyLanguage languages;
  private final Clock clock;
  private final Wording show = new Wording();

  WeekOfFamily(
      ClassPages pages,
      ComeBack comeBack,
      Sections sections,
      People people,
      FamilyLanguage languages,
      Clock clock) {
    this.pages = pages;
    this.comeBack = comeBack;
    this.sections = sections;
    this.people = people;
    this.languages = languages;
    this.clock = clock;
  }

  @Override
  public Map<UUID, SchoolCalendar> calendars(Collection<UUID> guardians) {
    Map<UUID, Set<UUID>> families = people.studentsOf(guardians);
    Map<UUID, List<SectionView>> sits = sits(families);
    Map<UUID, SchoolCalendar> calendars = new HashMap<>();
    families.forEach(
        (guardian, students) ->
            students.stream()
                .flatMap(s -> There.in(sits, s).stream())
                .min(Comparator.comparing(SectionView::name))
                .ifPresent(s -> calendars.put(guardian, s.calendar())));
    return calendars;
  }

  private Map<UUID, List<SectionView>> sits(Map<UUID, Set<UUID>> families) {
    return sections.ofStudents(
        families.values().stream().flatMap(Set::stream).collect(Collectors.toSet()));
  }

  @Override
  public Map<UUID, Letter> of(Collection<UUID> guardians, Set<UUID> daily) {
    Map<UUID, Set<UUID>> families = people.studentsOf(guardians);
    Map<UUID, FamilyPage> all = pages.inShort(families, sits(families));
    Set<UUID> shown =
        all.values().stream().flatMap(p -> p.sections().stream()).collect(Collectors.toSet());
    Instant now = clock.instant();
    Map<ComeBack.Seat, List<ComeBack.Lately>> ofWeek = comeBack.lately(shown, now.minus(WEEK));
    Map<UUID, Locale> chosen = languages.of(guardians);
    Map<UUID, Letter> letters = new HashMap<>();
    all.forEach(
        (guardian, page) -> {
          boolean today = daily.contains(guardian);
          Instant since = now.minus(today ? DAY : WEEK);
          FamilyLanguage.in(
                  chosen.getOrDefault(guardian, Locale.US),
                  () -> written(page, today, since, ofWeek))
              .ifPresent(letter -> letters.put(guardian, letter));
        });
    return letters;
  }

  private Optional<Letter> written(
      FamilyPage page,
      boolean today,
      Instant since,
      Map<ComeBack.Seat, List<ComeBack.Lately>> back) {
    List<String> all = new ArrayList<>();
    for (FamilyPage.Child child : page.children()) {
      List<String> told = new ArrayList<>();
      for (TaskLists.SectionList list : child.sections()) {
        ComeBack.Seat seat = new ComeBack.Seat(list.section().id(), child.id());
        told.addAll(
            lines(
                list,
                back.getOrDefault(seat, List.of()).stream()
                    .filter(r -> !r.at().isBefore(since))
                    .toList()));
      }
      if (!told.isEmpty()) {
        all.add(child.name() + "\n\n" + String.join("\n", told));
      }
    }
    long late = page.children().stream().mapToLong(FamilyPage.Child::late).sum();
    long open = page.children().stream().mapToLong(FamilyPage.Child::open).sum();
    return all.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Letter(
                text(today ? "mail.today.subject" : "mail.week.subject", names(page), late, open),
                String.join("\n\n", all)));
  }

  private String names(FamilyPage page) {
    return show.list(
        page.children().stream()
            .map(FamilyPage.Child::name)
            .sorted(PersonNames.BY_FAMILY_NAME)
            .toList());
  }

  private List<String> lines(TaskLists.SectionList list, List<ComeBack.Lately> back) {
    SectionView section = list.section();
    List<String> lines = new ArrayList<>();
    list.tasks().stream()
        .filter(ListedTask::late)
        .forEach(t -> lines.add(task("mail.week.late", t, section)));
    list.tasks().stream()
        .filter(t -> !t.late() && !t.done() && !t.closed())
        .forEach(t -> lines.add(task("mail.week.open", t, section)));
    back.forEach(
        r ->
            lines.add(
                text(
                    "mail.week.back",
                    r.title(),
                    r.share(),
                    r.words().isEmpty() ? 0 : 1,
                    r.words())));
    String done =
        list.tasks().stream()
            .filter(ListedTask::done)
            .map(t -> t.task().title())
            .collect(Collectors.joining(", "));
    if (!done.isEmpty()) {
      lines.add(text("mail.week.done", done));
    }
    if (!lines.isEmpty()) {
      lines.addFirst(section.name() + ":");
    }
    return lines;
  }

  private String task(String key, ListedTask task, SectionView section) {
    return text(key, task.task().title(), show.moment(task.due(), section.zone()));
  }

  private String text(String key, Object... details) {
    return languages.text(key, details);
  }
}
