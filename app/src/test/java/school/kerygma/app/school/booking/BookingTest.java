package school.kerygma.app.school.booking;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CyclicBarrier;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;

/** Two cannot have the same time; what is moved or given back is free again for others. */
class BookingTest {

  private static Chromium chromium;

  private final TestSchool school = TestSchool.in("America/Halifax", 3);
  private final List<UUID> students = new ArrayList<>(school.students());
  private final HelpHours hours = DemoServer.bean(HelpHours.class);
  private final Bookings bookings = DemoServer.bean(Bookings.class);
  private final People people = DemoServer.bean(People.class);

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  /** From 3 to 4 on Thursday, six times. */
  private UUID hour(String title, HelpHours.Whose whose) {
    return hours.divide(
        school.teacher(),
        new HelpHours.Sheet(
            title,
            "Workshop",
            Set.of(school.section()),
            whose,
            LocalDate.parse("2026-10-01"),
            LocalTime.parse("15:00"),
            LocalTime.parse("16:00"),
            10,
            0));
  }

  private Optional<Integer> has(UUID hour, UUID student) {
    return hours.bookings(Set.of(hour)).getOrDefault(hour, List.of()).stream()
        .filter(b -> b.student().equals(student))
        .findFirst()
        .flatMap(HelpHours.Booking::number);
  }

  @Test
  void ofTwoWhoPressAtOnceOneGetsTheTimeAndTheOtherIsTold() {
    UUID hour = hour("Help hour", HelpHours.Whose.BOTH);
    for (int number = 0; number < 6; number++) {
      int wanted = number;
      CyclicBarrier together = new CyclicBarrier(2);
      List<CompletableFuture<String>> both =
          students.subList(0, 2).stream()
              .map(
                  s ->
                      CompletableFuture.supplyAsync(
                          () -> {
                            try {
                              together.await();
                              bookings.book(hour, wanted, s, s);
                              return "booked";
                            } catch (Problem e) {
                              return e.key();
                            } catch (Exception e) {
                              throw new IllegalStateException(e);
                            }
                          }))
              .toList();
      assertThat(both.stream().map(CompletableFuture::join))
          .containsExactlyInAnyOrder("booked", "problem.times-taken");
      assertThat(has(hour, students.get(0)).equals(has(hour, students.get(1)))).isFalse();
    }
  }

  @Test
  void whoHasBookedIsRemindedOnTheEveningBeforeOnceOfEachTime() {
    UUID hour = hour("Evening before", HelpHours.Whose.BOTH);
    ScopedClock.runAt(
        Instant.parse("2026-09-29T15:00:00Z"),
        () -> bookings.book(hour, 1, students.get(0), students.get(0)));
    remind("2026-09-30T19:59:00Z");
    assertThat(reminded(students.get(0))).isZero();
    remind("2026-09-30T20:00:00Z"); // 5 p.m.
    remind("2026-09-30T20:05:00Z");
    assertThat(reminded(students.get(0))).isOne();
    // Who books it on that evening knows.
    ScopedClock.runAt(
        Instant.parse("2026-09-30T21:00:00Z"),
        () -> bookings.book(hour, 2, students.get(1), students.get(1)));
    remind("2026-09-30T21:05:00Z");
    assertThat(reminded(students.get(1))).isZero();
  }

  private static void remind(String at) {
    ScopedClock.runAt(Instant.parse(at), () -> DemoServer.bean(BookingReminders.class).write());
  }

  private static int reminded(UUID student) {
    return TestSchool.count(
        "select count(*) from message where to_id = ? and subject like 'Tomorrow: Evening before%'",
        student);
  }

  @Test
  void aStudentBooksMovesAndGivesBackOnAPhoneWhileTheTeacherSeesWho() throws Exception {
    hour("Drawing help", HelpHours.Whose.BOTH);
    String name = people.contacts(Set.of(students.get(0))).get(students.get(0)).name();
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext other = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, students.get(0));
      page.getByText("Times to book").click();
      Page slow = Chromium.byCard(other, students.get(1));
      slow.navigate(DemoServer.address() + "/class/times");
      Chromium.assertAccessible(page);
      page.getByText("3:10 p.m.").click();
      assertThat(page.locator(".own-time")).containsText("Yours: 3:10 p.m. to 3:20 p.m.");
      Chromium.assertAccessible(page);
      // The other's page still offers it.
      slow.getByText("3:10 p.m.").click();
      assertThat(slow.locator("main")).containsText("was taken a moment ago by somebody else");
      assertThat(slow.locator("main")).not().containsText(name);
      page.getByText("3:40 p.m.").click();
      assertThat(page.locator(".own-time")).containsText("Yours: 3:40 p.m.");
      slow.navigate(DemoServer.address() + "/class/times");
      slow.getByText("3:10 p.m.").click();
      assertThat(slow.locator(".own-time")).containsText("Yours: 3:10 p.m.");

      Page teacher = chromium.at(desk, school, "/times");
      assertThat(teacher.locator(".help-hour")).containsText("2 of 6 booked");
      assertThat(teacher.locator(".slots")).containsText(name);
      Chromium.assertAccessible(teacher);
      page.getByText("Give it back").click();
      assertThat(page.locator(".own-time")).hasCount(0);
      teacher.reload();
      assertThat(teacher.locator(".help-hour")).containsText("1 of 6 booked");
    }
  }

  /** Both phones press by the machine's clock, at the same millisecond. */
  @Test
  void ofTwoPhonesThatPressInTheSameInstantOneHasTheTimeAndTheOtherReadsThatItIsTaken() {
    UUID hour = hour("Drawing help", HelpHours.Whose.BOTH);
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext other = chromium.context(390, 844)) {
      List<Page> pages =
          List.of(Chromium.byCard(phone, students.get(0)), Chromium.byCard(other, students.get(1)));
      pages.forEach(p -> p.navigate(DemoServer.address() + "/class/times"));
      long at = System.currentTimeMillis() + 1500;
      pages.forEach(
          p ->
              p.getByText("3:10 p.m.")
                  .evaluate(
                      "(b, at) => { setTimeout(() => b.click(), at - Date.now()); }", (double) at));
      Awaitility.await()
          .until(
              () ->
                  pages.stream()
                          .filter(p -> p.locator(".own-time").count() > 0)
                          .filter(p -> p.locator(".own-time").innerText().contains("3:10 p.m."))
                          .count()
                      == 1);
      Page late =
          pages.stream().filter(p -> p.locator(".own-time").count() == 0).findFirst().orElseThrow();
      assertThat(late.locator("main")).containsText("was taken a moment ago by somebody else");
    }
    assertThat(has(hour, students.get(0)).isPresent() ^ has(hour, students.get(1)).isPresent())
        .isTrue();
  }

  @Test
  void theTeacherDividesAnHourOnTheirPageAndWhatCannotBeDividedIsRefused() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page teacher = chromium.at(desk, school, "/times");
      teacher.getByLabel("What it is called").fill("Family evening");
      teacher.getByLabel("On", new Page.GetByLabelOptions().setExact(true)).fill("2026-10-06");
      teacher.getByLabel("from", new Page.GetByLabelOptions().setExact(true)).fill("18:30");
      teacher.getByLabel("to", new Page.GetByLabelOptions().setExact(true)).fill("18:35");
      teacher.locator("[name=section]").check();
      teacher.getByText("Put the times up").click();
      assertThat(teacher.locator("main")).containsText("This makes no time");
      teacher.getByLabel("to", new Page.GetByLabelOptions().setExact(true)).fill("20:00");
      teacher.getByText("Put the times up").click();
      assertThat(teacher.locator(".help-hour")).containsText("0 of 9 booked");
    }
  }

  @Test
  void aGuardianBooksForTheirChildAloneAndOnlyWhatIsForFamilies() throws Exception {
    UUID evening = hour("Evening", HelpHours.Whose.FAMILIES);
    UUID forStudents = hour("Students only", HelpHours.Whose.STUDENTS);
    UUID guardian = people.guardiansOf(Set.of(students.get(0))).getFirst().id();
    HttpClient phone = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    assertThat(Caller.get(phone, "/family/times").body())
        .contains("Evening")
        .doesNotContain("Students only");
    String own = students.get(0).toString();
    String path = "/family/times/" + evening;
    assertThat(Caller.form(phone, path, "student", own, "number", "2").statusCode()).isEqualTo(302);
    assertThat(has(evening, students.get(0))).contains(2);
    assertThat(
            Caller.form(phone, path, "student", students.get(1).toString(), "number", "3")
                .statusCode())
        .isEqualTo(404);
    assertThat(
            Caller.form(phone, "/family/times/" + forStudents, "student", own, "number", "3")
                .statusCode())
        .isEqualTo(404);
    assertThat(Caller.form(phone, path, "student", own, "number", "6").statusCode()).isEqualTo(404);
    HttpClient student =
        Caller.byCard(people.cardLinks(Set.of(students.get(1))).get(students.get(1)));
    assertThat(Caller.form(student, "/class/times/" + evening, "number", "3").statusCode())
        .isEqualTo(404);
    assertThat(Caller.get(Caller.teacher(school.email()), "/times").body())
        .contains("booked by Guardian");
  }

  @Test
  void whatHasBegunStaysAndTwoHoursAtOnceAreRefused() {
    UUID hour = hour("Help hour", HelpHours.Whose.BOTH);
    UUID second = hour("Another", HelpHours.Whose.BOTH);
    UUID me = students.get(0);
    bookings.book(hour, 1, me, me);
    assertThatThrownBy(() -> bookings.book(second, 1, me, me)).hasMessage("times-clash");
    bookings.book(second, 2, me, me); // It begins when the other ends.
    ScopedClock.runAt(
        Instant.parse("2026-10-01T18:10:00Z"),
        () -> {
          assertThatThrownBy(() -> bookings.giveBack(hour, me)).hasMessage("times-begun");
          assertThatThrownBy(() -> bookings.book(hour, 5, me, me)).hasMessage("times-begun");
          assertThatThrownBy(() -> bookings.book(hour, 0, students.get(1), students.get(1)))
              .hasMessage("times-begun");
        });
    assertThat(has(hour, me)).contains(1);
  }

  /** RFC 5545, 3.8.7.4: the sequence goes up with a change; 3.8.1.11: CANCELLED. */
  @Test
  void calendarsAreToldOfWhatIsBookedMovedAndCalledOff() throws Exception {
    UUID hour = hour("Help hour", HelpHours.Whose.BOTH);
    UUID me = students.get(0);
    bookings.book(hour, 1, me, me);
    String feed = people.feedLink(me).replace(DemoServer.address(), "");
    String teachers = people.feedLink(school.teacher()).replace(DemoServer.address(), "");
    String name = people.contacts(Set.of(me)).get(me).name();
    assertThat(event(feed))
        .contains("SUMMARY:Help hour: " + name)
        .contains("T151000", "T152000", "LOCATION:Workshop", "SEQUENCE:0", "STATUS:CONFIRMED");
    bookings.book(hour, 3, me, me);
    assertThat(event(teachers)).contains("T153000", "SEQUENCE:1", "SUMMARY:Help hour: " + name);
    assertThat(event(people.feedLink(students.get(1)).replace(DemoServer.address(), "")))
        .doesNotContain("Help hour");
    Caller.form(Caller.teacher(school.email()), "/times/" + hour + "/off");
    assertThat(event(feed)).contains("SEQUENCE:2", "STATUS:CANCELLED");
    assertThatThrownBy(() -> bookings.book(hour, 4, students.get(1), students.get(1)))
        .hasMessage("times-off");
    HttpClient phone = Caller.byCard(people.cardLinks(Set.of(me)).get(me));
    assertThat(Caller.get(phone, "/class/times").body())
        .contains("Called off: Help hour, Thu, Oct 1, 3:30 p.m.");
    Awaitility.await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from message where to_id = ? and subject like 'Called off: Help hour, Thu, Oct 1, 3:30%'",
                        me)
                    == 1);
  }

  private static String event(String feed) throws Exception {
    return Caller.get(Caller.client(), feed).body();
  }
}
