package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import jakarta.persistence.EntityManagerFactory;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.awaitility.Awaitility;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;

/** What holds of every screen: accessible, no sideways scrolling, no query for each row. */
class EveryScreenTest {

  private static Chromium chromium;
  private static String bridge;

  @BeforeAll
  static void open() {
    DemoServer.address();
    // A page on which something is being made loads itself anew when that is done.
    Awaitility.await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from work w join person p on p.id = w.owner_id"
                            + " where p.email = ? and w.state in ('WAITING', 'RUNNING')",
                        DemoServer.TEACHER)
                    == 0);
    chromium = new Chromium();
    bridge =
        "/walkthroughs/"
            + TestSchool.id("select id from walkthrough where title = 'The Footbridge Project'");
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static UUID sheet() {
    return TestSchool.id("select handout_id from edition where file_name like 'The Footbridge%'");
  }

  private static List<String> teachersScreens() {
    UUID handout = sheet();
    UUID section = TestSchool.id("select id from section where name = '7A Design'");
    UUID task = TestSchool.id("select id from task where title = 'Sketch three bridges'");
    return List.of(
        "/plan",
        "/plan/tasks/new",
        "/plan/day?day=2026-09-30",
        "/plan/copy?to=2026-10-05&from=2026-09-28",
        "/plan/find?words=bridge",
        "/plan/post?week=2026-09-28",
        "/plan/tasks/" + task,
        "/handouts",
        "/handouts/" + handout,
        "/handouts/" + handout + "/edition",
        "/ask?words=bridge",
        "/handouts/"
            + TestSchool.id(
                "select handout_id from edition where file_name like 'Footbridge rubric%'")
            + "/rubric",
        "/walkthroughs",
        bridge,
        bridge + "/lectern",
        bridge + "/captions?language=es",
        bridge + "/play",
        bridge + "/post",
        "/sections",
        "/sections/" + section,
        "/sections/" + section + "/settings",
        "/sections/" + section + "/cards",
        "/school",
        "/school/rules",
        "/school/"
            + TestSchool.id("select term_id from section where id = ?", section)
            + "/sections/new",
        "/help",
        "/password",
        "/put-away",
        "/calendar",
        "/plan/sessions/new",
        "/questions",
        "/sections/" + section + "/tasks/" + task + "/work",
        "/sections/" + section + "/marks",
        "/sections/" + section + "/term",
        "/sections/"
            + section
            + "/term/"
            + TestSchool.id(
                "select person_id from section_student where section_id = ? limit 1", section),
        "/sections/" + section + "/reminders",
        "/hand-ins/"
            + TestSchool.id(
                "select id from hand_in where task_id = ? order by begun_at limit 1", task),
        "/sections/" + section + "/roll",
        "/sections/" + section + "/joining",
        "/times",
        "/plan/tasks/" + round() + "/round",
        "/sections/"
            + TestSchool.id(
                "select section_id from round_answer where task_id = ? limit 1", round())
            + "/tasks/"
            + round()
            + "/round",
        "/follow-up");
  }

  private static UUID round() {
    return TestSchool.id(
        "select round.task_id from round join task on task.id = task_id where title like 'Which bridge would%'");
  }

  private static Map<String, String> cards() {
    UUID imani =
        TestSchool.id(
            "select p.id from person p join section_student s on s.person_id = p.id join section c on c.id = s.section_id"
                + " where p.name = 'Imani Kamau' and c.name = '7A Design' limit 1");
    UUID guardian =
        TestSchool.id(
            "select guardian_id from guardian_student where student_id = ? limit 1", imani);
    UUID answered = TestSchool.id("select student_id from round_answer order by sent_at limit 1");
    Map<UUID, String> links =
        DemoServer.bean(People.class).cardLinks(Set.of(imani, guardian, answered));
    Map<String, String> cards = new LinkedHashMap<>();
    cards.put("/class", links.get(imani));
    cards.put("/class/calendar", links.get(imani));
    cards.put("/class/handouts/" + sheet(), links.get(imani));
    UUID task = TestSchool.id("select id from task where title = 'Sketch three bridges'");
    cards.put("/class/tasks/" + task + "/work", links.get(imani));
    cards.put("/class/tasks/" + task + "/questions", links.get(imani));
    cards.put("/class/questions", links.get(imani));
    cards.put("/class/times", links.get(imani));
    cards.put("/class/tasks/" + round() + "/round", links.get(answered));
    cards.put("/family/times", links.get(guardian));
    cards.put("/family/guardians", links.get(guardian));
    cards.put("/family", links.get(guardian));
    cards.put("/family/questions", links.get(guardian));
    return cards;
  }

  private static void assertFits(Page page) {
    assertThat(
            page.evaluate(
                "() => document.documentElement.scrollWidth - document.documentElement.clientWidth"))
        .as("sideways scrolling of " + page.url() + " at " + page.viewportSize().width)
        .isEqualTo(0);
  }

  /** WCAG 2.2: axe-core's rules; 1.4.4 and 1.4.10, 200 % zoom of 1280 wide is 640 wide. */
  @Test
  void everyScreenOfTheTeacherIsAccessibleAndFitsSmallerWindowsAndDoubleZoom() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      for (String path : teachersScreens()) {
        page.setViewportSize(1280, 800);
        assertThat(page.navigate(DemoServer.address() + path).ok()).as(path).isTrue();
        Chromium.assertAccessible(page);
        for (int width : new int[] {1024, 640, 390}) {
          page.setViewportSize(width, Math.max(768, width * 3 / 4));
          assertFits(page);
          // Between both ends nothing is laid out otherwise, but at the lectern.
          if (width == 390 || width == 1024 && path.endsWith("/lectern")) {
            Chromium.assertAccessible(page);
          }
        }
      }
    }
  }

  @Test
  void studentsAndFamiliesScreensAreAccessibleAndFitAPhone() {
    cards()
        .forEach(
            (path, card) -> {
              try (BrowserContext phone = chromium.context(390, 844)) {
                Page page = phone.newPage();
                page.navigate(card);
                assertThat(page.navigate(DemoServer.address() + path).ok()).as(path).isTrue();
                Chromium.assertAccessible(page);
                assertFits(page);
                page.setViewportSize(320, 640); // WCAG 2.2, 1.4.10
                assertFits(page);
              }
            });
  }

  @Test
  void thePagesOfListsAskNoMoreOfTheDatabaseWhenThereIsMoreToShow() {
    UUID owner = TestSchool.id("select id from person where email = ?", DemoServer.TEACHER);
    UUID section = TestSchool.id("select id from section where name = '7A Design'");
    List<String> lists = List.of("/plan", "/handouts", "/walkthroughs", "/follow-up");
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      Map<String, Long> before = new LinkedHashMap<>();
      lists.forEach(path -> before.put(path, statements(page, path)));
      for (int i = 0; i < 12; i++) {
        DemoServer.bean(Tasks.class)
            .plan(
                owner,
                TaskSheet.of("One more " + i, 1, Map.of(section, LocalDate.parse("2026-10-02"))));
        DemoServer.bean(school.kerygma.app.talk.scripts.Scripts.class).write(owner, "More " + i);
      }
      Map<String, Long> after = new LinkedHashMap<>();
      lists.forEach(path -> after.put(path, statements(page, path)));
      after.forEach(
          (path, asked) -> assertThat(asked).as(path).isLessThanOrEqualTo(before.get(path)));
    }
  }

  /** The fewest of several looks: the statistics also count what runs in the background. */
  private static long statements(Page page, String path) {
    Statistics statistics =
        DemoServer.bean(EntityManagerFactory.class).unwrap(SessionFactory.class).getStatistics();
    long fewest = Long.MAX_VALUE;
    for (int look = 0; look < 5; look++) {
      long before = statistics.getPrepareStatementCount();
      page.request().get(DemoServer.address() + path);
      fewest = Math.min(fewest, statistics.getPrepareStatementCount() - before);
    }
    return fewest;
  }
}
