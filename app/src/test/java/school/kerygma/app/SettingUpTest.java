package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** From an empty database to a class with a roster, a calendar and a first task. */
class SettingUpTest {

  private static final String HOLIDAYS =
      """
      BEGIN:VCALENDAR
      VERSION:2.0
      PRODID:-//Test//Test//EN
      BEGIN:VEVENT
      UID:1
      DTSTAMP:20260801T000000Z
      DTSTART;VALUE=DATE:20261012
      SUMMARY:Thanksgiving
      END:VEVENT
      BEGIN:VEVENT
      UID:2
      DTSTAMP:20260801T000000Z
      DTSTART;VALUE=DATE:20261109
      DTEND;VALUE=DATE:20261114
      SUMMARY:Autumn break
      END:VEVENT
      END:VCALENDAR
      """
          .replace("\n", "\r\n");

  private static void press(Page page, String name) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
  }

  private static Locator day(Page page, String name) {
    return page.getByRole(
        AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  @Test
  void aTeacherWithNothingComesToAFirstTask(@TempDir Path directory) throws Exception {
    int port = DemoServer.port();
    String address = "http://127.0.0.1:" + port;
    try (ConfigurableApplicationContext empty =
            new SpringApplicationBuilder(KerygmaApplication.class)
                .run(
                    "--server.port=" + port,
                    "--kerygma.address=" + address,
                    "--kerygma.home=" + Files.createDirectory(directory.resolve("home")),
                    "--kerygma.clock.start=" + DemoServer.START,
                    "--spring.datasource.url=" + TestDatabase.fresh());
        Chromium chromium = new Chromium(List.of());
        BrowserContext desk = chromium.context(1280, 800)) {
      assertThat(empty.isRunning()).isTrue();
      Page page = desk.newPage();
      page.navigate(address + "/");
      Chromium.assertAccessible(page);
      page.getByLabel("Your name").fill("Rosa Lindqvist");
      page.getByLabel("E-mail").fill("rosa@harbor.example");
      page.getByLabel("Password, 10 characters or more").fill("short");
      page.getByLabel("Password, 10 characters or more").fill("lighthouse-keeper");
      page.getByLabel("Its name").fill("Harbor School");
      page.getByLabel("Its time zone").fill("America/Halifax");
      page.getByLabel("First day of the term").fill("2026-09-08");
      press(page, "Begin");

      page.waitForURL("**/school");
      assertThat(page.locator("main")).containsText("No mail server is set here");
      Chromium.assertAccessible(page);
      page.locator("#file")
          .setInputFiles(
              new FilePayload(
                  "holidays.ics", "text/calendar", HOLIDAYS.getBytes(StandardCharsets.UTF_8)));
      press(page, "Read the days");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("6 days without school were added");
      page.getByLabel("Wednesday, September 30, school").click();
      assertThat(page.getByLabel("Wednesday, September 30, no school")).isVisible();
      page.getByLabel("Wednesday, September 30, no school").click();
      assertThat(page.getByLabel("Wednesday, September 30, school")).isVisible();
      page.getByLabel("School closes early on").fill("2026-10-30");
      press(page, "Keep the day");
      assertThat(page.getByLabel("Friday, October 30, school closes early")).isVisible();

      page.getByLabel("Name of the section").fill("5B Science");
      for (String day : List.of("Monday", "Wednesday", "Friday")) {
        page.locator(".week-grid").getByLabel(day).uncheck();
      }
      press(page, "Add the section");
      assertThat(page.locator("main")).containsText("meets on at least one day");
      assertThat(page.getByLabel("Name of the section")).hasValue("5B Science");
      page.getByLabel("by numbered school days, every").check();
      day(page, "day 1").check();
      page.getByLabel("From, day 1", new Page.GetByLabelOptions().setExact(true)).fill("09:40");
      page.getByLabel("Until, day 1", new Page.GetByLabelOptions().setExact(true)).fill("10:30");
      day(page, "day 4").check();
      press(page, "Add the section");
      page.waitForURL("**/sections/*");
      page.getByLabel("One student a line")
          .fill(
              "Ida Moreau\nNoah Achterberg, noah@home.example, Lena Achterberg, lena@home.example\n");
      press(page, "Add them");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("2 students were added");
      page.getByLabel("One student a line").fill("Ida Moreau");
      press(page, "Add them");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("1 was on the roster already");
      Chromium.assertAccessible(page);

      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Plan a task")).click();
      page.getByLabel("What students do").fill("Read about tides");
      page.getByLabel("5B Science", new Page.GetByLabelOptions().setExact(true)).check();
      // Day 1 or 4 of the rotation that began on September 7: October 1 is school day 19, day 1.
      assertThat(page.getByLabel("Day for 5B Science")).hasValue("2026-10-01");
      press(page, "Keep the task");
      assertThat(page.locator("td[data-date='2026-10-01']")).containsText("Read about tides");
      Locator steps = page.locator(".first-steps");
      assertThat(steps.locator("li.done")).hasCount(3); // the term, the section, the students
      steps.getByText("Bring in a first paper").click();
      page.waitForURL("**/handouts");
      page.getByText("Help").click();
      assertThat(page.locator("h1")).containsText("How do I");
      Chromium.assertAccessible(page);

      Page second = desk.newPage();
      second.navigate(address + "/start");
      assertThat(second.url()).endsWith("/sign-in");
      assertThat(chromium.faults()).isEmpty();
    }
  }
}
