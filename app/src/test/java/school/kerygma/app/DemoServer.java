package school.kerygma.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The whole application with the demonstration school on a port of its own, started once for all
 * tests of a process that need it. Its clock starts on Wednesday 2026-09-30, 10:15 in Halifax.
 */
public final class DemoServer {

  public static final String START = "2026-09-30T13:15:00Z";
  public static final String TEACHER = "odalys.brandt@tidewater.example";
  public static final String COLLEAGUE = "henrik.vale@tidewater.example";
  public static final String PASSWORD = "footbridge";

  /** Its people and papers are there since ten minutes before. */
  private static final MadeSchool MADE =
      MadeSchool.with(
          "--kerygma.clock.start=2026-09-30T13:05:00Z",
          "--kerygma.mail.gather=3s",
          "--kerygma.mail.evening=");

  private static final String DATABASE = MADE.database();
  private static final Path HOME = home();
  private static final ConfigurableApplicationContext CONTEXT = start();

  private DemoServer() {}

  private static Path home() {
    try {
      Path home = Files.createTempDirectory("kerygma-test").resolve("home");
      MADE.home(home);
      return home;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static ConfigurableApplicationContext start() {
    int port = Ports.free();
    return new SpringApplicationBuilder(KerygmaApplication.class)
        .run(
            "--server.port=" + port,
            "--kerygma.address=http://127.0.0.1:" + port,
            "--kerygma.home=" + HOME,
            "--kerygma.demo=true",
            "--kerygma.clock.start=" + START,
            "--db-scheduler.shutdown-max-wait=100ms",
            "--kerygma.mail.gather=3s",
            "--kerygma.mail.evening=",
            // A busy machine may keep everybody waiting for a while.
            "--spring.datasource.hikari.connection-timeout=20000",
            "--spring.datasource.hikari.validation-timeout=10000",
            "--spring.datasource.hikari.data-source-properties.connectTimeout=20",
            "--spring.jpa.properties.hibernate.generate_statistics=true",
            "--logging.level.org.hibernate.engine.internal.StatisticalLoggingSessionEventListener=off",
            "--spring.datasource.url=" + DATABASE);
  }

  /**
   * A second node of the same school, in a process of its own that can be killed.
   *
   * @param settings its address and others; reached directly if there are none
   */
  public static Process secondNode(int port, String... settings) throws IOException {
    ProcessBuilder second =
        new ProcessBuilder(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-XX:+UseSerialGC",
            "-XX:TieredStopAtLevel=1",
            "-Xmx512m",
            "-Djava.awt.headless=true",
            "-cp",
            System.getProperty("java.class.path"),
            KerygmaApplication.class.getName(),
            "--server.port=" + port,
            "--kerygma.home=" + HOME,
            "--kerygma.clock.start=" + START,
            "--spring.datasource.url=" + DATABASE);
    if (settings.length == 0) {
      second.command().add("--kerygma.address=http://127.0.0.1:" + port);
    }
    second.command().addAll(List.of(settings));
    second.environment().put("SPRING_DATASOURCE_PASSWORD", TestDatabase.password());
    return second
        .redirectErrorStream(true)
        .redirectOutput(HOME.resolve("second-node.log").toFile())
        .start();
  }

  public static String address() {
    return "http://127.0.0.1:"
        + ((ServletWebServerApplicationContext) CONTEXT).getWebServer().getPort();
  }

  /** Has somebody told of events of the application, as long as the tests run. */
  public static void listen(org.springframework.context.ApplicationListener<?> listener) {
    CONTEXT.addApplicationListener(listener);
  }

  public static void publish(Object event) {
    CONTEXT.publishEvent(event);
  }

  public static <T> T bean(String name, Class<T> type) {
    return CONTEXT.getBean(name, type);
  }

  public static <T> java.util.stream.Stream<T> beans(Class<T> type) {
    return CONTEXT.getBeanProvider(type).orderedStream();
  }

  public static <T> T bean(Class<T> type) {
    return CONTEXT.getBean(type);
  }
}
