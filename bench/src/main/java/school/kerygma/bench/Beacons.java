package school.kerygma.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Watch beacons taken in per second, whole requests, against plain batched inserts of the same
 * rows.
 */
final class Beacons {

  private static final int STUDENTS = 8;
  private static final int EACH = 250;
  private static final int BATCH = 50;

  private Beacons() {}

  static void measure(BenchSchool school, String database) throws Exception {
    UUID score =
        school.id(
            "select c.id from score c join walkthrough w on w.id = walkthrough_id"
                + " where w.title = 'The Footbridge Project' order by c.seq desc limit 1");
    List<Student> students = new ArrayList<>();
    for (String link : school.passCards("7A Design", STUDENTS)) {
      students.add(Student.signIn(school.address(), link));
    }
    all(students, school.address(), score, 40); // Warms both sides up.
    double requests = all(students, school.address(), score, EACH);
    double inserts = inserts(database, STUDENTS * EACH);
    System.out.printf(
        Locale.ROOT,
        "beacons: %.3f of the rate of plain batched inserts (%.0f requests a second from %d students"
            + " against %.0f rows a second here)%n",
        requests / inserts,
        requests,
        STUDENTS,
        inserts);
  }

  private static double all(List<Student> students, String address, UUID score, int each)
      throws InterruptedException, ExecutionException {
    long start = System.nanoTime();
    try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
      List<Future<Void>> ends = new ArrayList<>();
      for (Student student : students) {
        ends.add(
            threads.submit(
                () -> {
                  student.watch(address, score, each);
                  return null;
                }));
      }
      for (Future<Void> end : ends) {
        end.get();
      }
    }
    return students.size() * each / ((System.nanoTime() - start) / 1e9);
  }

  private static double inserts(String database, int rows) throws SQLException {
    try (Connection connection = DriverManager.getConnection(database, "kerygma", "");
        var statement = connection.createStatement()) {
      statement.execute("create table plain (like played)");
      connection.setAutoCommit(false);
      long start = System.nanoTime();
      try (PreparedStatement insert =
          connection.prepareStatement(
              "insert into plain (id, student_id, take_id, start_ms, end_ms) values (?, ?, ?, ?, ?)")) {
        for (int i = 0; i < rows; i++) {
          insert.setLong(1, i);
          insert.setObject(2, UUID.randomUUID());
          insert.setObject(3, UUID.randomUUID());
          insert.setLong(4, 5000L * i);
          insert.setLong(5, 5000L * i + 5000);
          insert.addBatch();
          if (i % BATCH == BATCH - 1) {
            insert.executeBatch();
            connection.commit();
          }
        }
      }
      return rows / ((System.nanoTime() - start) / 1e9);
    }
  }

  private record Student(HttpClient client, String token) {

    private static final Pattern TOKEN = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");

    static Student signIn(String address, String link) throws IOException, InterruptedException {
      HttpClient client =
          HttpClient.newBuilder()
              .cookieHandler(new CookieManager())
              .followRedirects(HttpClient.Redirect.ALWAYS)
              .build();
      client.send(get(link), HttpResponse.BodyHandlers.discarding());
      String page =
          client.send(get(address + "/class"), HttpResponse.BodyHandlers.ofString()).body();
      Matcher found = TOKEN.matcher(page);
      if (!found.find()) {
        throw new IllegalStateException("The class page has no token:\n" + page);
      }
      return new Student(client, found.group(1));
    }

    private static HttpRequest get(String url) {
      return HttpRequest.newBuilder(URI.create(url)).build();
    }

    void watch(String address, UUID score, int beacons) throws IOException, InterruptedException {
      UUID viewing = UUID.randomUUID();
      for (int i = 0; i < beacons; i++) {
        int from = i % 5 * 5000;
        String body =
            "{\"viewing\":\"%s\",\"number\":%d,\"spans\":[[%d,%d]]}"
                .formatted(viewing, i, from, from + 5000);
        int status =
            client
                .send(
                    HttpRequest.newBuilder(URI.create(address + "/watch/" + score))
                        .header("Content-Type", "application/json")
                        .header("X-CSRF-TOKEN", token)
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                    HttpResponse.BodyHandlers.discarding())
                .statusCode();
        if (status != 204) {
          throw new IllegalStateException("A beacon was answered with " + status);
        }
      }
    }
  }
}
