package school.kerygma.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.KerygmaApplication;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.media.process.Ffmpeg;

/** The application with the demonstration school, in this process, on a database of its own. */
final class BenchSchool implements AutoCloseable {

  private final ConfigurableApplicationContext context;
  private final String address;
  private final Statements statements = new Statements();

  BenchSchool(String database) throws IOException {
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    address = "http://127.0.0.1:" + port;
    context =
        new SpringApplicationBuilder(KerygmaApplication.class)
            .initializers(c -> c.getBeanFactory().addBeanPostProcessor(statements))
            .run(
                "--server.port=" + port,
                "--kerygma.address=" + address,
                "--kerygma.home=" + Files.createTempDirectory("kerygma-bench-home"),
                "--kerygma.demo=true",
                "--kerygma.clock.start=2026-09-30T13:15:00Z",
                "--logging.level.root=warn",
                "--spring.datasource.url=" + database);
  }

  /** How many statements were prepared since it was started. */
  long statements() {
    return statements.count();
  }

  String address() {
    return address;
  }

  <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  UUID id(String query, Object... parameters) {
    return bean(JdbcClient.class).sql(query).params(parameters).query(UUID.class).single();
  }

  /** Links of the pass cards of some students of a section. */
  List<String> passCards(String section, int students) {
    List<UUID> ids =
        bean(JdbcClient.class)
            .sql(
                "select person_id from section_student x join section s on s.id = section_id"
                    + " where s.name = ? order by person_id limit ?")
            .params(section, students)
            .query(UUID.class)
            .list();
    Map<UUID, String> links = bean(People.class).cardLinks(Set.copyOf(ids));
    return List.copyOf(links.values());
  }

  static Browser browser(Playwright playwright) {
    return playwright
        .chromium()
        .launch(
            new BrowserType.LaunchOptions()
                .setExecutablePath(Path.of("/usr/bin/chromium"))
                .setArgs(
                    List.of(
                        "--no-sandbox",
                        "--disable-background-networking",
                        "--autoplay-policy=no-user-gesture-required")));
  }

  static Playwright playwright() {
    return Playwright.create(
        new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
  }

  @Override
  public void close() {
    context.close();
  }

  /** A narration over and over, as a browser records it. */
  static Path sound(Path directory, Path narration, int seconds) {
    Path sound = directory.resolve("sound.webm");
    Ffmpeg.run(
        "-stream_loop",
        "-1",
        "-i",
        Ffmpeg.file(narration),
        "-t",
        "" + seconds,
        "-c:a",
        "libopus",
        "-b:a",
        "48k",
        Ffmpeg.file(sound));
    return sound;
  }
}
