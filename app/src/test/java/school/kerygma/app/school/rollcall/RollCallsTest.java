package school.kerygma.app.school.rollcall;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.roll.RollCall.Presence;

/** The roll is called by the clock: today is Wednesday, and it is a quarter past ten. */
class RollCallsTest {

  private static Chromium chromium;

  private final RollCalls calls = DemoServer.bean(RollCalls.class);

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static void set(TestSchool school, String opens, String closes) throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(
            Caller.form(
                    teacher,
                    "/sections/" + school.section() + "/roll",
                    "opens",
                    opens,
                    "closes",
                    closes,
                    "question",
                    "Which bridge?")
                .statusCode())
        .isBetween(200, 303);
  }

  @Test
  void aStudentIsHereOnThePhoneAndTheTeacherSetsTheOthersRight() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    set(school, "08:00", "23:00");
    List<UUID> both = new ArrayList<>(school.students());
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, both.get(0));
      page.navigate(DemoServer.address() + "/class");
      assertThat(page.locator(".roll-today")).containsText("Here by 11 p.m.");
      Chromium.assertAccessible(page);
      page.getByLabel("Which bridge?").fill("the old one");
      page.getByText("I am here").click();
      assertThat(page.locator(".roll-today")).containsText("You are here: 10:");

      Page teacher = chromium.at(desk, school, "/sections/" + school.section() + "/roll");
      assertThat(teacher.locator(".roll tbody")).containsText("here, 10:");
      assertThat(teacher.locator(".roll tbody")).containsText("the old one");
      assertThat(teacher.locator(".roll tbody")).containsText("not yet");
      Chromium.assertAccessible(teacher);
      teacher.locator("select[name*='" + both.get(1) + "']").selectOption("EXCUSED");
      teacher.getByText("Keep the week").click();
      assertThat(teacher.locator(".roll tbody")).containsText("1 excused");
    }
  }

  @Test
  void theTeacherCallsTheRollWithoutAnybodysPhone() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    List<UUID> all = new ArrayList<>(school.students());
    UUID absent = all.get(1);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.at(desk, school, "/sections/" + school.section() + "/roll");
      Chromium.assertAccessible(page);
      page.locator(".roll-names input[value='" + absent + "']").check();
      page.getByText("Keep today\u2019s roll").click();
      assertThat(page.locator(".roll-now")).containsText("1 of 3 is absent");
      assertThat(page.locator(".roll tbody tr")).hasCount(3);
      Chromium.assertAccessible(page);
    }
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    LocalDate today = LocalDate.parse("2026-09-30");
    assertThat(
            calls.between(section, all, today.minusDays(20), today).entrySet().stream()
                .collect(
                    Collectors.toMap(Map.Entry::getKey, e -> e.getValue().getFirst().presence())))
        .isEqualTo(
            Map.of(all.get(0), Presence.HERE, absent, Presence.ABSENT, all.get(2), Presence.HERE));
    // Who is excused stays so when the roll is called again; the family reads of who is absent.
    HttpClient teacher = Caller.teacher(school.email());
    String path = "/sections/" + school.section() + "/roll/day";
    set(teacher, school, all.get(0), "EXCUSED");
    Caller.form(teacher, path, "day", "2026-09-30", "absent", all.get(0) + "," + absent);
    assertThat(calls.between(section, all, today, today).get(all.get(0)).getFirst().presence())
        .isEqualTo(Presence.EXCUSED);
    UUID guardian = DemoServer.bean(People.class).guardiansOf(Set.of(absent)).getFirst().id();
    HttpClient family =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(guardian)).get(guardian));
    assertThat(Caller.get(family, "/family").body()).contains("Absent at the roll call:", "Wed 30");
    // Neither of a day that has not come, nor of one without a meeting, nor with a stranger.
    assertThat(Caller.form(teacher, path, "day", "2026-10-02").statusCode()).isEqualTo(404);
    assertThat(Caller.form(teacher, path, "day", "2026-09-29").statusCode()).isEqualTo(404);
    UUID stranger = TestSchool.in("America/Halifax", 1).students().iterator().next();
    assertThat(
            Caller.form(teacher, path, "day", "2026-09-30", "absent", stranger.toString())
                .statusCode())
        .isEqualTo(404);
  }

  @Test
  void theClocksTimesFollowTheHoursOfTheSectionOnceTheyAreKnown() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID student = school.students().iterator().next();
    HttpClient teacher = Caller.teacher(school.email());
    String path = "/sections/" + school.section();
    assertThat(Caller.form(teacher, path + "/roll", "by", "hours").statusCode()).isEqualTo(422);
    Caller.form(
        teacher,
        path + "/settings",
        "name",
        "7",
        "minutes",
        "45",
        "same",
        "true",
        "from-0",
        "10:10",
        "until-0",
        "11:00",
        "meet-1",
        "true",
        "meet-3",
        "true");
    assertThat(Caller.form(teacher, path + "/roll", "by", "hours").statusCode()).isEqualTo(302);
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    assertThat(calls.today(section, student).orElseThrow().opens()).isEqualTo("10:00");
    calls.answer(section, student, ""); // It is a quarter past ten.
    ScopedClock.runAt(
        Instant.parse("2026-09-30T13:21:00Z"),
        () ->
            assertThatThrownBy(() -> calls.answer(section, student, "")).hasMessage("roll-closed"));
    // Hours that are taken away leave what was answered, and the teacher is told.
    Caller.form(
        teacher,
        path + "/settings",
        "name",
        "7",
        "minutes",
        "45",
        "same",
        "true",
        "meet-1",
        "true",
        "meet-3",
        "true");
    SectionView without = DemoServer.bean(Sections.class).get(school.section());
    LocalDate today = LocalDate.parse("2026-09-30");
    assertThat(calls.between(without, List.of(student), today, today).get(student))
        .extracting(RollCalls.Cell::presence)
        .containsExactly(Presence.HERE);
    assertThat(Caller.get(teacher, path + "/roll").body()).contains("one of its days has none");
  }

  @Test
  void itClosesWithItsLastMinuteWhoDidNotAnswerIsAbsentAndTheFamilyReadsIt() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    set(school, "08:30", "08:45");
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    List<UUID> both = new ArrayList<>(school.students());
    ScopedClock.runAt(
        Instant.parse("2026-09-30T11:29:59Z"),
        () ->
            assertThatThrownBy(() -> calls.answer(section, both.get(0), ""))
                .hasMessage("roll-early"));
    ScopedClock.runAt(
        Instant.parse("2026-09-30T11:45:59Z"),
        () -> {
          calls.answer(section, both.get(0), "");
          calls.answer(section, both.get(0), "twice");
        });
    ScopedClock.runAt(
        Instant.parse("2026-09-30T11:46:00Z"),
        () ->
            assertThatThrownBy(() -> calls.answer(section, both.get(1), ""))
                .hasMessage("roll-closed"));
    assertThat(calls.today(section, both.get(0)).orElseThrow().presence()).isEqualTo(Presence.HERE);
    assertThat(calls.today(section, both.get(1)).orElseThrow().presence())
        .isEqualTo(Presence.ABSENT);
    UUID guardian = DemoServer.bean(People.class).guardiansOf(Set.of(both.get(1))).getFirst().id();
    HttpClient family =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(guardian)).get(guardian));
    assertThat(Caller.get(family, "/family").body()).contains("Absent at the roll call:", "Wed 30");
    assertThat(
            Caller.get(
                    Caller.teacher(school.email()), "/sections/" + school.section() + "/roll.csv")
                .body())
        .startsWith("student,2026-09-30\r\n")
        .contains(",here", ",absent");
    // It is nobody else's to answer.
    TestSchool other = TestSchool.in("America/Halifax", 1);
    UUID stranger = other.students().iterator().next();
    HttpClient elsewhere =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(stranger)).get(stranger));
    assertThat(Caller.form(elsewhere, "/class/sections/" + school.section() + "/here").statusCode())
        .isEqualTo(404);
  }

  /** Half an hour after it has closed, and only as the school rules. */
  @Test
  void theFamilyOfWhoDidNotAnswerIsToldByMailOnceIfTheSchoolRulesSo() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    set(school, "13:00", "14:00");
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    List<UUID> all = new ArrayList<>(school.students());
    HttpClient teacher = Caller.teacher(school.email());
    ScopedClock.runAt(
        Instant.parse("2026-09-30T16:40:00Z"), () -> calls.answer(section, all.get(0), ""));
    set(teacher, school, all.get(1), "EXCUSED");
    write("2026-09-30T17:31:00Z");
    assertThat(letters(all)).isZero(); // The school lets them read it on their page alone.
    Caller.form(teacher, "/school/" + school.term() + "/hears", "hears", "BY_MAIL");
    write("2026-09-30T17:29:59Z");
    assertThat(letters(all)).isZero();
    write("2026-09-30T17:31:00Z");
    write("2026-09-30T17:32:00Z");
    assertThat(letters(all)).isOne();
    assertThat(letters(all.subList(2, 3))).isOne();
  }

  private static void write(String at) {
    ScopedClock.runAt(Instant.parse(at), () -> DemoServer.bean(RollLetters.class).write());
  }

  private static void set(HttpClient teacher, TestSchool school, UUID student, String presence)
      throws Exception {
    Caller.form(
        teacher,
        "/sections/" + school.section() + "/roll/week",
        "at+" + student + "+2026-09-30",
        presence);
  }

  private static int letters(List<UUID> students) {
    return DemoServer.bean(People.class).guardiansOf(Set.copyOf(students)).stream()
        .mapToInt(
            g ->
                TestSchool.count(
                    "select count(*) from message where to_id = ? and subject like '%was not here%'",
                    g.id()))
        .sum();
  }
}
