package school.kerygma.app.classroom.classpage;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.net.http.HttpClient;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.time.Moments;

/** What students and families find on their pages, and how a teacher sees the same. */
class ClassPageTest {

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28"); // today is Wednesday

  private static Chromium chromium;

  private final Tasks tasks = DemoServer.bean(Tasks.class);
  private final Sessions sessions = DemoServer.bean(Sessions.class);
  private final TestSchool school = TestSchool.in("America/Halifax", 2);
  private final UUID student = school.students().iterator().next();

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private UUID plan(String title, int day, boolean required, Opens opens) {
    return tasks.plan(
        school.teacher(),
        TaskSheet.of(title, 10, Map.of(school.section(), MONDAY.plusDays(day)))
            .opening(required, opens));
  }

  private UUID plan(String title, int day) {
    return plan(title, day, true, Opens.WITH_ITS_POSTING);
  }

  private UUID guardian() {
    return DemoServer.bean(People.class)
        .studentsByGuardian(Set.of(student))
        .keySet()
        .iterator()
        .next();
  }

  private void hold(String title, int day, boolean required) {
    sessions.plan(
        Set.of(school.section()),
        new SessionSheet(
            title,
            "Room 12",
            MONDAY.plusDays(day),
            LocalTime.of(13, 0),
            LocalTime.of(13, 30),
            required));
  }

  /** Puts tasks up between two moments of Universal Time. */
  private void post(String up, String due, String line, UUID... posted) {
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            school.teacher(),
            new PostingSheet(
                null,
                Set.of(posted),
                line,
                "For families: " + line,
                Map.of(
                    school.section(),
                    new Moments(Instant.parse(up), Instant.parse(due), Optional.empty()))));
  }

  @Test
  void aSessionStandsOnItsDayForStudentsAndFamiliesAlsoWhereTheSectionDoesNotMeet() {
    hold("Live meeting", 2, true);
    hold("Help hour", 3, false); // the section meets on Monday, Wednesday and Friday
    hold("Dropped hour", 4, true);
    UUID dropped =
        sessions.between(Set.of(school.section()), MONDAY, MONDAY.plusDays(6)).getLast().id();
    sessions.cancel(dropped);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      assertThat(page.locator("ul.sessions"))
          .containsText("1 p.m. to 1:30 p.m. Live meeting Room 12");
      Locator thursday = page.locator(".strip > li").nth(3);
      assertThat(thursday).containsText("Help hour");
      assertThat(thursday).containsText("if you like");
      assertThat(thursday).not().containsText("no class");
      assertThat(page.locator(".strip > li").nth(4)).containsText("does not take place");
      Chromium.assertAccessible(page);
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, guardian());
      assertThat(page.locator("main")).containsText("Thursday, 1 p.m. to 1:30 p.m. Help hour");
      assertThat(page.locator("main")).not().containsText("Dropped hour");
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void aWeekThatIsUpEarlyStandsUnderItsOwnHeadingAndCanBeTicked() {
    UUID early = plan("Card model", 7);
    plan("Not up yet", 7);
    post("2026-09-30T12:00:00Z", "2026-10-09T12:00:00Z", "", early);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      assertThat(page.locator("main")).containsText("Next week is up already");
      Locator next = page.locator(".ahead");
      assertThat(next.locator("h2")).hasText("Next week");
      assertThat(next).containsText("Card model");
      assertThat(page.locator("main")).not().containsText("Not up yet");
      page.waitForResponse(
          r -> r.url().contains("/tick"), () -> page.getByLabel("Card model").check());
      page.reload();
      assertThat(page.getByLabel("Card model")).isChecked();
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, guardian());
      assertThat(page.locator(".week-name")).hasText("Next week");
      assertThat(page.locator("main")).not().containsText("Nothing is up");
    }
  }

  @Test
  void aLineLeavesWhenWhatItWasWrittenForIsDue() {
    post("2026-09-21T12:00:00Z", "2026-09-25T12:00:00Z", "Bring card.", plan("Old", -5));
    post("2026-09-28T12:00:00Z", "2026-10-02T12:00:00Z", "Bring glue.", plan("New", 2));
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      assertThat(page.locator(".told").first()).hasText("Bring glue.");
      assertThat(page.locator("main")).not().containsText("Bring card.");
      assertThat(page.locator(".todo")).containsText("Old"); // left from before, and not ticked
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      assertThat(Chromium.byCard(phone, guardian()).locator(".told"))
          .hasText("For families: Bring glue.");
    }
  }

  @Test
  void whatIsOptionalIsNeverLateAndWhatIsLockedSaysThatItsTimeHasPassed() {
    UUID first = plan("Read", 0);
    UUID extra = plan("Extra", 0, false, Opens.WITH_ITS_POSTING);
    UUID locked = plan("Write", 1, true, Opens.WHEN_THOSE_BEFORE_ARE_TICKED);
    post("2026-09-28T10:00:00Z", "2026-09-29T12:00:00Z", "", first, extra, locked);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      Locator list = page.locator(".todo > li");
      assertThat(list.nth(0)).containsText("late");
      assertThat(list.nth(1)).not().containsText("late");
      assertThat(list.nth(2)).containsText("its time has passed");
      assertThat(list.nth(2)).containsText("opens when 1 is ticked");
      page.getByLabel("Read").check(); // the optional one is left
      assertThat(page.getByLabel("Write")).isEnabled();
      assertThat(page.locator(".todo > li").nth(2)).containsText("late");
    }
  }

  @Test
  void whatIsNextComesFirstAndIsReadAloudToWhoCannotReadYet() {
    UUID done = plan("Survey", 0);
    UUID next = plan("Sketch", 2);
    post("2026-09-20T12:00:00Z", "2026-10-02T12:00:00Z", "", done, next);
    DemoServer.bean(Audience.class).tick(student, done, true);
    try (BrowserContext phone = chromium.context(390, 844)) {
      // A browser with a voice.
      phone.addInitScript(
          "Object.defineProperty(window, 'speechSynthesis', { value: { speaking: false, cancel() {},"
              + " getVoices: () => [{}], addEventListener() {}, speak(words) { window.said = words.text; } } })");
      Page page = Chromium.byCard(phone, student);
      assertThat(page.locator(".todo > li .task-title")).hasText(new String[] {"Sketch", "Survey"});
      Locator first = page.locator(".todo > li").first();
      first.getByText("Read to me").click();
      assertThat((String) page.evaluate("window.said"))
          .startsWith("Sketch. ")
          .contains("due Friday");
      BoundingBox tick = first.locator("input[type=checkbox]").boundingBox();
      assertThat(Math.min(tick.width, tick.height)).isGreaterThanOrEqualTo(44);
    }
  }

  @Test
  void theSameTaskOfTwinsStandsOnceWithBothNamesUntilOneOfThemHasDoneIt() throws Exception {
    TestSchool twins = TestSchool.in("America/Halifax", 2);
    UUID task =
        tasks.plan(
            twins.teacher(),
            TaskSheet.of("Weigh it", 10, Map.of(twins.section(), MONDAY.plusDays(2))));
    twins.post(MONDAY, task);
    People people = DemoServer.bean(People.class);
    UUID guardian = people.addGuardian("Of both", Optional.empty(), twins.students());
    HttpClient family = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    List<String> names =
        people.contacts(twins.students()).values().stream()
            .map(People.Contact::name)
            .sorted()
            .toList();
    assertThat(lines(family)).singleElement().asString().contains(names);
    for (UUID twin : twins.students()) {
      DemoServer.bean(Audience.class).tick(twin, task, true);
      assertThat(lines(family)).hasSize(2); // Each on a day of their own.
    }
    assertThat(lines(family)).allSatisfy(line -> assertThat(line).contains("done"));
  }

  private static List<String> lines(HttpClient family) throws Exception {
    String page = Caller.get(family, "/family").body();
    return Stream.of(page.split("class=\"family-line")).skip(1).toList();
  }

  @Test
  void aTaskWaitsForAllThatWereChosen() {
    UUID before = plan("Survey", -7);
    UUID near = plan("Sketch", 1);
    UUID last =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Build", 10, Map.of(school.section(), MONDAY.plusDays(4)))
                .after(Set.of(before, near)));
    post("2026-09-20T12:00:00Z", "2026-10-02T12:00:00Z", "", before, near, last);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      assertThat(page.locator(".todo")).containsText("opens when 1 and 2 are ticked");
      page.getByLabel("Survey").check();
      assertThat(page.locator(".todo")).containsText("opens when 1 is ticked");
      page.getByLabel("Sketch").check();
      assertThat(page.getByLabel("Build")).isEnabled();
    }
  }

  @Test
  void aTeacherSeesThePageAsAStudentAndAFamilyDoesAndStaysSignedIn() {
    UUID task = plan("Read", 2);
    post("2026-09-28T12:00:00Z", "2026-10-02T12:00:00Z", "Bring glue.", task);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/sections/" + school.section() + "/cards");
      page.getByText("See it as Student").first().click();
      assertThat(page.locator(".seen-as")).containsText("Nothing is ticked");
      assertThat(page.locator(".todo")).containsText("Read");
      assertThat(page.getByLabel("Read")).isDisabled();
      Chromium.assertAccessible(page);
      page.locator(".seen-as a").click();
      assertThat(page.locator("h1")).containsText("Section");
      page.navigate(DemoServer.address() + "/sections/" + school.section() + "/as/" + guardian());
      assertThat(page.locator("h1")).containsText("Your family");
      assertThat(page.locator(".told")).hasText("For families: Bring glue.");
      assertThat(page.locator("a[href^='/family'], a[href^='/class']")).hasCount(0);
      int before = TestSchool.count("select count(*) from tick where task_id = ?", task);
      assertThat(before).isZero();
    }
  }

  @Test
  void anotherTeacherSeesNobodyOfIt() throws Exception {
    TestSchool other = TestSchool.in("America/Halifax", 1);
    for (UUID section : List.of(school.section(), other.section())) {
      String path = "/sections/" + section + "/as/" + student;
      assertThat(Caller.get(Caller.teacher(other.email()), path).statusCode()).isEqualTo(404);
    }
  }

  @Test
  void aPageThatIsNotThereLeadsEverybodyToTheirOwnStart() {
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/plan"); // not for students
      page.getByText("To your class page").click();
      assertThat(page.locator("h1")).containsText("Today");
      page.getByText("Sign out").click();
      assertThat(page.locator("h1")).containsText("Sign in");
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, guardian());
      page.navigate(DemoServer.address() + "/class");
      page.getByText("To your family page").click();
      assertThat(page.locator("h1")).containsText("Your family");
    }
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      page.navigate(DemoServer.address() + "/handouts/" + UUID.randomUUID());
      assertThat(page.locator(".band")).isVisible();
      page.getByText("To the plan book").click();
      page.waitForURL("**/plan");
    }
  }
}
