package school.kerygma.app.classroom.audience;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.result.Given;

/** What a teacher's evening begins with: what the rooms of the house really have to do. */
class EveningListTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");

  private final Evenings evenings = DemoServer.bean(Evenings.class);
  private final HandIns handIns = DemoServer.bean(HandIns.class);
  private final TestSchool school = TestSchool.in("America/Halifax", 4);
  private final List<UUID> students = new ArrayList<>(school.students());

  private UUID task() {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .handedIn(HandInRule.read("text, files")));
    school.post(MONDAY, task);
    return task;
  }

  private void handIn(UUID task, UUID student, String text) {
    HandIns.Asked asked =
        new HandIns.Asked(
            task, school.section(), HandInRule.read("text, files"), DUE, Optional.empty());
    handIns.write(asked, student, text, "", 0);
    handIns.handIn(asked, student, Set.of(), true);
  }

  private List<EveningRoom.Offer> lines(Instant now) {
    List<SectionView> own = DemoServer.bean(Sections.class).ofTeacher(school.teacher());
    return evenings.of(school.teacher(), own, now).lines();
  }

  private List<String> kinds(Instant now) {
    return lines(now).stream().map(EveningRoom.Offer::kind).toList();
  }

  private static Instant now() {
    return DemoServer.bean(java.time.Clock.class).instant();
  }

  @Test
  void workWaitsToBeLookedAtThenToBeHandedBackThenNotAtAll() {
    UUID task = task();
    for (UUID student : students.subList(0, 3)) {
      handIn(task, student, student.equals(students.getFirst()) ? "" : "It bends by 3 mm.");
    }
    EveningRoom.Offer look =
        lines(now()).stream().filter(o -> o.kind().equals("LOOK")).findFirst().orElseThrow();
    assertThat(new ArrayList<Object>(look.about())).contains(3, "Say how it bends");
    assertThat(look.why()).extracting(EveningRoom.Why::key).contains("blank", "since");
    Results results = DemoServer.bean(Results.class);
    for (var version : handIns.ofSection(task, school.section())) {
      results.give(
          new Results.Work(task, school.section(), version.student(), Optional.of(version.id())),
          school.teacher(),
          new Given(List.of(), Optional.of(BigDecimal.TEN), Optional.empty(), ""),
          Results.NONE);
    }
    assertThat(kinds(now())).contains("HAND_BACK").doesNotContain("LOOK");
    results.handBack(task, school.section(), Set.of(), now());
    assertThat(kinds(now())).doesNotContain("LOOK", "HAND_BACK");
    handIn(task, students.get(1), "It bends by 3 mm, because it is thin.");
    EveningRoom.Offer again =
        lines(now()).stream().filter(o -> o.kind().equals("LOOK")).findFirst().orElseThrow();
    assertThat(again.why()).extracting(EveningRoom.Why::key).contains("again");
  }

  @Test
  void aSectionThatMeetsSoonAndHasNothingUpIsTold() {
    Instant monday = Instant.parse("2026-09-28T22:00:00Z");
    ScopedClock.runAt(monday, () -> assertThat(kinds(monday)).contains("NOTHING_UP"));
    task();
    ScopedClock.runAt(monday, () -> assertThat(kinds(monday)).doesNotContain("NOTHING_UP"));
  }

  @Test
  void notTonightMovesALineToTomorrowAndOnlyThatOne() {
    UUID task = task();
    handIn(task, students.getFirst(), "It bends.");
    EveningRoom.Offer look =
        lines(now()).stream().filter(o -> o.kind().equals("LOOK")).findFirst().orElseThrow();
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    evenings.notTonight(school.teacher(), look.candidate().key(), section, now());
    assertThat(kinds(now())).doesNotContain("LOOK");
    assertThat(kinds(now().plus(Duration.ofHours(30)))).contains("LOOK");
  }

  @Test
  void followUpBeginsWithItAndEachLineHasOneDeed() {
    try (Chromium chromium = new Chromium();
        BrowserContext desk = chromium.context(1280, 800)) {
      UUID task = task();
      handIn(task, students.getFirst(), "It bends.");
      Page page = chromium.at(desk, school, "/follow-up");
      assertThat(page.locator(".evening-lines li").first()).isVisible();
      Chromium.assertAccessible(page);
      page.getByText(Pattern.compile("Look at them")).click();
      assertThat(page.locator("h1")).hasText("Say how it bends");
      page.navigate(DemoServer.address() + "/follow-up");
      page.getByRole(
              AriaRole.BUTTON,
              new Page.GetByRoleOptions().setName(Pattern.compile("Not tonight: Look at 1")))
          .click();
      assertThat(page.getByText(Pattern.compile("Look at them"))).hasCount(0);
      assertThat(chromium.faults()).isEmpty();
    }
  }
}
