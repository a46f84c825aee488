package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Frame;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.accounts.People;

/**
 * Debian's Chromium without a window, and without all that draws one: half of the processor's time
 * for the same pages. Every message of a page's console that tells of a fault is kept.
 */
public final class Chromium implements AutoCloseable {

  /** Only what is wrong is asked for: to tell all that is right takes half as long again. */
  private static final String VIOLATIONS =
      """
      () => axe.run({
        runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
        resultTypes: ['violations'],
      }).then(found => found.violations.map(
        rule => rule.id + ' ' + rule.nodes.slice(0, 3).map(node => node.target.join(' ')).join(', ')))
      """;

  /** A browser with its driver. */
  private record Started(Playwright playwright, Browser browser) {}

  /** The one without a microphone, for all tests of the process; it ends with the process. */
  private static @Nullable Started shared;

  private final Started started;
  private final List<BrowserContext> contexts = new ArrayList<>();
  private final List<String> faults = new ArrayList<>();

  /** With a microphone into which the file is spoken, once, from the moment it is opened. */
  public Chromium(Path microphone) {
    this(
        List.of(
            "--use-fake-ui-for-media-stream",
            "--use-fake-device-for-media-stream",
            "--use-file-for-fake-audio-capture=" + microphone + "%noloop"));
  }

  /** Without a microphone. */
  public Chromium() {
    if (shared == null || !shared.browser.isConnected()) {
      shared = start(List.of());
    }
    started = shared;
  }

  public Chromium(List<String> arguments) {
    started = start(arguments);
  }

  private static Started start(List<String> arguments) {
    Playwright playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    List<String> all =
        new ArrayList<>(
            List.of(
                "--no-sandbox",
                "--disable-background-networking",
                "--autoplay-policy=no-user-gesture-required",
                "--force-color-profile=srgb",
                // Letters as wide as in a window.
                "--font-render-hinting=none"));
    all.addAll(arguments);
    return new Started(
        playwright,
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                    .setArgs(all)));
  }

  public BrowserContext context(int width, int height) {
    return context(width, height, "America/Halifax");
  }

  /** A window of somebody who lives in another time zone. */
  public BrowserContext context(int width, int height, String zone) {
    BrowserContext context =
        started.browser.newContext(
            new Browser.NewContextOptions()
                .setViewportSize(width, height)
                .setLocale("en-US")
                .setTimezoneId(zone));
    contexts.add(context);
    context.setDefaultTimeout(Patience.LIMIT.toMillis());
    context.onConsoleMessage(
        message -> {
          if (message.type().equals("error")
              && !message.text().contains("Failed to load resource")) {
            faults.add(message.text());
          }
        });
    context.onWebError(error -> faults.add(error.error()));
    return context;
  }

  public Page teacher(BrowserContext context) {
    Page page = context.newPage();
    signIn(page, DemoServer.address());
    return page;
  }

  public void signIn(Page page, String address) {
    signIn(page, address, DemoServer.TEACHER);
  }

  public void signIn(Page page, String address, String email) {
    page.navigate(address + "/sign-in");
    page.getByLabel("E-mail").fill(email);
    page.getByLabel("Password").fill(DemoServer.PASSWORD);
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in")).click();
    page.waitForURL("**/plan**");
  }

  /** A page of a test school's teacher, signed in. */
  public Page at(BrowserContext desk, TestSchool school, String path) {
    Page page = desk.newPage();
    signIn(page, DemoServer.address(), school.email());
    page.navigate(DemoServer.address() + path);
    return page;
  }

  /** The first page of a student or a guardian who comes with a pass card. */
  public static Page byCard(BrowserContext context, UUID person) {
    Page page = context.newPage();
    page.navigate(DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person));
    return page;
  }

  /** Opens what a word of a task's sentence says. */
  public static void word(Page page, String word) {
    page.locator("[data-word='" + word + "']").click();
  }

  /** A recorder has recorded for so many seconds; on a busy machine it may be more. */
  public static void recorded(Locator clock, int seconds) {
    clock
        .page()
        .waitForFunction(
            "([clock, wanted]) => { const [minutes, seconds] = clock.textContent.split(' ')[0].split(':').map(Number);"
                + " return 60 * minutes + seconds >= wanted; }",
            List.of(clock.elementHandle(), seconds));
  }

  public List<String> faults() {
    return faults;
  }

  /**
   * Reference: axe-core, rules of WCAG 2.2 A and AA. Nothing waits for a script that does not know
   * of it, and stays hidden for good.
   */
  public static void assertAccessible(Page page) {
    PlaywrightAssertions.assertThat(page.locator("[x-cloak]")).hasCount(0);
    page.frames().forEach(Chromium::bringAxe);
    assertThat((List<?>) page.evaluate(VIOLATIONS)).as(page.url()).isEmpty();
  }

  private static void bringAxe(Frame frame) {
    if (frame.evaluate("() => 'axe' in window").equals(false)) {
      frame.evaluate(AxeBuilder.getAxeScript());
    }
  }

  @Override
  public void close() {
    if (started == shared) {
      contexts.forEach(BrowserContext::close);
    } else {
      started.browser.close();
      started.playwright.close();
    }
  }
}
