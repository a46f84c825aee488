package school.kerygma.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.media.process.Program;

/**
 * A demonstration as an earlier version left it, opened with what stands now. bin/museum packs
 * them; each bears the name of the commit that made it.
 */
public final class Museum implements AutoCloseable {

  /** When the pieces were made: a Monday, 10:00 in Halifax. */
  public static final String MADE = "2026-11-30T14:00:00Z";

  private static final Pattern LINK = Pattern.compile("(?:href|src)=\"(/[^\"#]*)[\"#]");
  private static final Pattern SAME =
      Pattern.compile("[0-9a-f]{8}-[0-9a-f-]{27}|\\d{4}-\\d\\d-\\d\\d|\\d+");

  /** What is the same for all, or ends what is looked at. */
  private static final Pattern NO_PAGE =
      Pattern.compile(
          "/(sign-out|webjars|css|js|fonts|vendor|help-pictures|icons|c/|calendar).*|.*/out");

  public final ConfigurableApplicationContext context;
  public final String address;

  /** Opens a piece at a moment. */
  public static Museum open(String commit, Path directory, String clock) {
    try {
      Path home = Files.createDirectories(directory.resolve("home"));
      Program.run(
          List.of(
              "tar",
              "-xf",
              Path.of("src/test/museum", commit + ".tar").toString(),
              "-C",
              home.toString()),
          Duration.ofMinutes(1),
          10_000);
      Files.setPosixFilePermissions(
          home.resolve("secret.key"),
          java.nio.file.attribute.PosixFilePermissions.fromString("rw-------"));
      return new Museum(home, TestDatabase.filled(home.resolve("database.dump")), clock);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Museum(Path home, String database, String clock) throws IOException {
    int port = Ports.free();
    this.address = "http://127.0.0.1:" + port;
    this.context =
        new SpringApplicationBuilder(KerygmaApplication.class)
            .run(
                "--server.port=" + port,
                "--kerygma.address=" + address,
                "--kerygma.home=" + home,
                "--kerygma.clock.start=" + clock,
                "--spring.datasource.url=" + database);
  }

  public <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  public JdbcClient sql() {
    return bean(JdbcClient.class);
  }

  public HttpClient teacher() throws IOException, InterruptedException {
    HttpClient client = Caller.client();
    String form =
        "email=" + DemoServer.TEACHER.replace("@", "%40") + "&password=" + DemoServer.PASSWORD;
    client.send(
        HttpRequest.newBuilder(URI.create(address + "/sign-in"))
            .header("Content-Type", Caller.FORM)
            .header("X-CSRF-TOKEN", Caller.token(client, address + "/sign-in"))
            .POST(HttpRequest.BodyPublishers.ofString(form))
            .build(),
        HttpResponse.BodyHandlers.discarding());
    return client;
  }

  public HttpClient byCard(UUID person) throws IOException, InterruptedException {
    String link = bean(People.class).cardLinks(Set.of(person)).get(person);
    HttpClient client = Caller.client();
    Caller.get(client, address + URI.create(link).getPath());
    return client;
  }

  /** Sets the clock of the school. */
  public void at(String moment) {
    ((ScopedClock) bean(java.time.Clock.class)).moveTo(java.time.Instant.parse(moment));
  }

  /** Sends a form. */
  public HttpResponse<String> form(HttpClient client, String path, String body)
      throws IOException, InterruptedException {
    return client.send(
        HttpRequest.newBuilder(URI.create(address + path))
            .header("Content-Type", Caller.FORM)
            .header("X-CSRF-TOKEN", Caller.token(client, address + "/plan"))
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  /** A student, or a guardian of one. */
  public UUID somebody(boolean student) {
    return sql()
        .sql(
            student
                ? "select person_id from section_student order by 1 limit 1"
                : "select g.guardian_id from guardian_student g join section_student s on s.person_id = g.student_id"
                    + " order by s.person_id, 1 limit 1")
        .query(UUID.class)
        .single();
  }

  /** What was asked and how it was answered. */
  public record Answer(String path, int status) {

    boolean isGood() {
      return status == 200 || status == 206 || status == 302 || status == 303;
    }
  }

  /**
   * Opens a page, and all that it leads to.
   *
   * @param alike at most so many pages that differ in a number, a date or an id alone
   */
  public List<Answer> walk(HttpClient client, int alike, String... from)
      throws IOException, InterruptedException {
    List<Answer> answers = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    Set<String> known = new HashSet<>(List.of(from));
    Deque<String> open = new ArrayDeque<>(List.of(from));
    while (!open.isEmpty()) {
      String path = open.poll();
      HttpResponse<String> answer = Caller.get(client, address + path);
      answers.add(new Answer(path, answer.statusCode()));
      List<String> next = new ArrayList<>();
      answer
          .headers()
          .firstValue("Location")
          .map(l -> l.replace(address, ""))
          .filter(l -> l.startsWith("/"))
          .ifPresent(next::add);
      if (answer.headers().firstValue("Content-Type").orElse("").startsWith("text/html")) {
        Matcher link = LINK.matcher(answer.body());
        while (link.find()) {
          next.add(link.group(1).replace("&amp;", "&"));
        }
      }
      for (String one : next) {
        String kind = SAME.matcher(one).replaceAll("*");
        if (!NO_PAGE.matcher(one).matches()
            && !known.contains(one)
            && seen.merge(kind, 1, Integer::sum) <= alike) {
          known.add(one);
          open.add(one);
        }
      }
    }
    return answers;
  }

  @Override
  public void close() {
    context.close();
  }
}
