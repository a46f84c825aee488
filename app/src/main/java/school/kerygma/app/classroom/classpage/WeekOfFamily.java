package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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
  public Optional<SchoolCalendar> calendar(UUID guardian) {
    return people.studentsOf(guardian).stream()
        .flatMap(s -> sections.ofStudent(s).stream())
        .findFirst()
        .map(SectionView::calendar);
  }

  @Override
  public Optional<Letter> of(UUID guardian, boolean today) {
    return languages.to(guardian, () -> written(guardian, today));
  }

  private Optional<Letter> written(UUID guardian, boolean today) {
    FamilyPage page = pages.inShort(people.studentsOf(guardian));
    Instant since = clock.instant().minus(today ? DAY : WEEK);
    List<String> all = new ArrayList<>();
    for (FamilyPage.Child child : page.children()) {
      List<String> told = new ArrayList<>();
      child.sections().forEach(list -> told.addAll(lines(child, list, since)));
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
    return show.list(page.children().stream().map(FamilyPage.Child::name).sorted().toList());
  }

  private List<String> lines(FamilyPage.Child child, TaskLists.SectionList list, Instant since) {
    SectionView section = list.section();
    List<String> lines = new ArrayList<>();
    list.tasks().stream()
        .filter(ListedTask::late)
        .forEach(t -> lines.add(task("mail.week.late", t, section)));
    list.tasks().stream()
        .filter(t -> !t.late() && !t.done() && !t.closed())
        .forEach(t -> lines.add(task("mail.week.open", t, section)));
    comeBack
        .lately(section, child.id(), since)
        .forEach(
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
