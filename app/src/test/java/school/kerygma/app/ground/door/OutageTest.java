package school.kerygma.app.ground.door;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.Caller;
import school.kerygma.app.KerygmaApplication;
import school.kerygma.app.Ports;
import school.kerygma.app.TestDatabase;

/** The database goes and comes again under a running application. */
class OutageTest {

  private final HttpClient client = HttpClient.newHttpClient();

  private HttpResponse<String> get(String url, String accept) throws Exception {
    return client.send(
        HttpRequest.newBuilder(URI.create(url))
            .header("Accept", accept)
            .timeout(Duration.ofSeconds(10)) // "waits 30 to 90 s" was the fault
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  private static void allow(String database, boolean allowed) throws Exception {
    String name = database.substring(database.lastIndexOf('/') + 1);
    String server = database.substring(0, database.lastIndexOf('/')) + "/postgres";
    try (var connection = DriverManager.getConnection(server, "kerygma", TestDatabase.password());
        var statement = connection.createStatement()) {
      statement.execute("alter database " + name + " allow_connections " + allowed);
      if (!allowed) {
        statement.execute(
            "select pg_terminate_backend(pid) from pg_stat_activity where datname = '"
                + name
                + "'");
      }
    }
  }

  @Test
  void fourFoundersMakeOneSchoolAndItsDatabaseMayGoAndComeAgain(@TempDir Path directory)
      throws Exception {
    String database = TestDatabase.fresh();
    int port = Ports.free();
    String address = "http://127.0.0.1:" + port;
    try (ConfigurableApplicationContext application =
        new SpringApplicationBuilder(KerygmaApplication.class)
            .run(
                "--server.port=" + port,
                "--kerygma.address=" + address,
                "--kerygma.home=" + Files.createDirectory(directory.resolve("home")),
                "--spring.datasource.url=" + database)) {
      fourFoundAtOnce(address);
      assertThat(
              application
                  .getBean(JdbcClient.class)
                  .sql("select count(*) from school")
                  .query(Integer.class)
                  .single())
          .isEqualTo(1);
      allow(database, false);
      HttpResponse<String> page = get(address + "/start", "text/html");
      assertThat(page.statusCode()).isEqualTo(503);
      assertThat(page.headers().firstValue("Retry-After")).isPresent();
      assertThat(page.body()).contains("The database does not answer").contains("kerygma.css");
      HttpResponse<String> json = get(address + "/start", "application/json");
      assertThat(json.statusCode()).isEqualTo(503);
      assertThat(json.body()).contains("\"detail\"");
      assertThat(get(address + "/actuator/health/readiness", "*/*").statusCode()).isEqualTo(503);
      assertThat(get(address + "/css/kerygma.css", "*/*").statusCode()).isEqualTo(200);
      allow(database, true);
      await()
          .atMost(Duration.ofSeconds(30))
          .until(() -> get(address + "/start", "text/html").statusCode() < 400);
      assertThat(get(address + "/actuator/health/readiness", "*/*").statusCode()).isEqualTo(200);
    }
  }

  private static void fourFoundAtOnce(String address) throws Exception {
    List<Future<Integer>> all = new ArrayList<>();
    try (ExecutorService four = Executors.newVirtualThreadPerTaskExecutor()) {
      for (int i = 0; i < 4; i++) {
        int number = i;
        all.add(four.submit(() -> found(address, number)));
      }
    }
    int made = 0;
    for (Future<Integer> one : all) {
      made += one.get() == 302 ? 1 : 0;
    }
    assertThat(made).isEqualTo(1);
  }

  private static int found(String address, int number) throws Exception {
    HttpClient visitor =
        HttpClient.newBuilder().cookieHandler(new java.net.CookieManager()).build();
    String page =
        visitor
            .send(
                HttpRequest.newBuilder(URI.create(address + "/start")).build(),
                HttpResponse.BodyHandlers.ofString())
            .body();
    var token = java.util.regex.Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"").matcher(page);
    assertThat(token.find()).isTrue();
    return visitor
        .send(
            HttpRequest.newBuilder(URI.create(address + "/start"))
                .header("Content-Type", Caller.FORM)
                .header("X-CSRF-TOKEN", token.group(1))
                .POST(
                    HttpRequest.BodyPublishers.ofString(
                        "name=Founder&email=f"
                            + number
                            + "@start.example&password=a+long+password&school=School"
                            + number
                            + "&zone=America/Halifax&firstDay=2026-09-07&weeks=12"))
                .build(),
            HttpResponse.BodyHandlers.ofString())
        .statusCode();
  }
}
