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

/**
 * From an empty database to a class with a roster, a calendar, a first task and a posted
 * walkthrough: nothing is needed but what stands on the screens, and no screen is a dead end.
 */
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

  private static final List<String> SHEET =
      List.of(
          "Tides of the harbor",
          "Part 1 Read",
          "Read two pages about the moon. 20 minutes.",
          "Part 2 Draw",
          "Draw the harbor at high and at low water. 6 points.");

  /** Every page leads on: it has the frame's places, and something to do or to open. */
  private static void leadsOn(Page page) {
    assertThat(page.locator("header a, nav a").first()).isVisible();
    assertThat(page.locator("main a[href]:visible, main button:visible").first()).isVisible();
    Chromium.assertAccessible(page);
  }

  private static void press(Page page, String name) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
  }

  private static void fold(Page page, String name) {
    page.locator("summary", new Page.LocatorOptions().setHasText(name)).click();
  }

  private static Locator day(Page page, String name) {
    return page.getByRole(
        AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  @Test
  void aTeacherWithNothingComesToAFirstTask(@TempDir Path directory) throws Exception {
    int port = Ports.free();
    String address = "http://127.0.0.1:" + port;
    try (ConfigurableApplicationContext empty =
            new SpringApplicationBuilder(KerygmaApplication.class)
                .run(
                    "--server.port=" + port,
                    "--kerygma.address=" + address,
                    "--kerygma.home=" + Files.createDirectory(directory.resolve("home")),
                    "--kerygma.clock.start=" + DemoServer.START,
                    "--spring.datasource.url=" + TestDatabase.fresh());
        Chromium chromium =
            new Chromium(
                List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream"));
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

      page.waitForURL("**/plan*");
      assertThat(page.locator(".first-steps li.done")).hasCount(1);
      page.navigate(address + "/school");
      assertThat(page.locator("main")).containsText("No mail server is set here");
      Chromium.assertAccessible(page);
      fold(page, "Days without school, from a calendar file");
      page.locator("#file")
          .setInputFiles(
              new FilePayload(
                  "holidays.ics", "text/calendar", HOLIDAYS.getBytes(StandardCharsets.UTF_8)));
      press(page, "Read the days");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("6 days without school were added");
      Locator named = page.locator("input[name^='name-']");
      assertThat(named.first()).hasValue("Thanksgiving");
      assertThat(named.last()).hasValue("Autumn break");
      named.first().fill("Harvest Day");
      press(page, "Keep the names");
      assertThat(page.locator("input[name^='name-']").first()).hasValue("Harvest Day");
      page.getByLabel("Wednesday, September 30, school").click();
      assertThat(page.getByLabel("Wednesday, September 30, no school")).isVisible();
      page.getByLabel("Wednesday, September 30, no school").click();
      assertThat(page.getByLabel("Wednesday, September 30, school")).isVisible();
      fold(page, "A day on which school closes early");
      page.getByLabel("The day", new Page.GetByLabelOptions().setExact(true)).fill("2026-10-30");
      press(page, "Keep the day");
      assertThat(page.getByLabel("Friday, October 30, school closes early")).isVisible();

      page.getByText("Kerygma").first().click();
      page.locator(".first-steps").getByText("Add a section").click();
      leadsOn(page);
      page.getByLabel("Name of the section").fill("5B Science");
      for (String day : List.of("Monday", "Wednesday", "Friday")) {
        page.locator(".week-grid").getByLabel(day).uncheck();
      }
      press(page, "Add the section");
      assertThat(page.locator("main")).containsText("meets on at least one day");
      assertThat(page.getByLabel("Name of the section")).hasValue("5B Science");
      page.getByLabel("by numbered school days, every").check();
      page.getByLabel("the same hours every day").uncheck();
      day(page, "day 1").check();
      page.getByLabel("From, day 1", new Page.GetByLabelOptions().setExact(true)).fill("09:40");
      page.getByLabel("Until, day 1", new Page.GetByLabelOptions().setExact(true)).fill("10:30");
      day(page, "day 4").check();
      press(page, "Add the section");
      page.waitForURL(url -> url.matches(".*/sections/[0-9a-f-]{36}"));
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
      press(page, "Play a sample walkthrough");
      page.waitForURL("**/play*");
      assertThat(page.locator("[data-work]")).hasCount(0); // The page is loaded anew until then.
      page.locator(".player[data-ready]").waitFor();
      page.getByText("Play", new Page.GetByTextOptions().setExact(true)).first().click();
      page.waitForFunction(
          "() => Number(document.querySelector('.player canvas').dataset.at) > 500");
      leadsOn(page);
      page.getByText("Kerygma").first().click();
      assertThat(steps.locator("li.done")).hasCount(3); // the sample is nobody's own work
      page.getByText("Help").click();
      assertThat(page.locator("h1")).containsText("How do I");
      leadsOn(page);
      page.getByText("Kerygma").first().click();
      steps.getByText("Bring in a first paper").click();
      page.waitForURL("**/handouts");
      leadsOn(page);
      page.locator("#paper").setInputFiles(TestSheets.pdf(directory.resolve("Tides.pdf"), SHEET));
      page.locator(".papers a", new Page.LocatorOptions().setHasText("Tides")).click();
      leadsOn(page);
      press(page, "Explain it in a walkthrough");
      page.waitForURL(url -> url.contains("/walkthroughs/"));
      leadsOn(page);
      page.locator("main[data-ready], .script-row[data-ready]").first().waitFor();
      page.locator(".script-row textarea").first().fill("Read two pages about the moon.");
      assertThat(page.locator(".script-row").first()).containsText("kept");
      int stops = page.locator(".script-row").count();
      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Record").setExact(true))
          .first()
          .click();
      page.locator("main[data-ready]").waitFor();
      assertThat(page.getByText("Use the stand-in microphone")).hasCount(0);
      press(page, "Use the microphone");
      page.locator(
              "button:not([disabled])", new Page.LocatorOptions().setHasText("Start recording"))
          .waitFor();
      page.keyboard().press("F8");
      page.locator("main.recording").waitFor();
      for (int stop = 1; stop <= stops; stop++) {
        page.waitForFunction(
            "ms => Number(document.querySelector('main').dataset.at) > ms", stop * 1500);
        page.keyboard().press("PageDown");
      }
      page.waitForURL("**/play*");
      leadsOn(page);
      page.getByText("Read through and mend the captions").click();
      page.locator(".caption-desk[data-ready]").waitFor();
      leadsOn(page);
      // What was said without a script is only a draft: it is not posted unread.
      assertThat(page.locator(".caption-stop")).hasCount(stops);
      for (int stop = 0; stop < stops; stop++) {
        page.locator(".caption-stop").nth(stop).getByText("I have read these").click();
        assertThat(page.locator(".caption-stop").nth(stop).locator(".is-read")).isVisible();
      }
      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Post").setExact(true))
          .click();
      leadsOn(page);
      page.getByLabel("5B Science", new Page.GetByLabelOptions().setExact(true)).check();
      page.locator("button[form=posting].next").click();
      assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Posted");
      leadsOn(page);
      for (String place : List.of("Plan book", "Walkthroughs", "Class pages", "Follow-up")) {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(place).setExact(true))
            .click();
        leadsOn(page);
      }
      page.navigate(address + "/plan");
      assertThat(page.locator(".first-steps")).hasCount(0); // who has posted has found the way

      Page second = desk.newPage();
      second.navigate(address + "/start");
      assertThat(second.url()).endsWith("/sign-in");
      assertThat(chromium.faults()).isEmpty();
    }
  }
}
