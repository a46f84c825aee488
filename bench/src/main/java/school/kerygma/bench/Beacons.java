package school.kerygma.bench;

import java.io.IOException;
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
    List<Visitor> students = new ArrayList<>();
    for (String link : school.passCards("7A Design", STUDENTS)) {
      students.add(Visitor.byCard(school.address(), link));
    }
    all(students, score, 40); // Warms both sides up.
    double requests = all(students, score, EACH);
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

  private static double all(List<Visitor> students, UUID score, int each)
      throws InterruptedException, ExecutionException {
    long start = System.nanoTime();
    try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
      List<Future<Void>> ends = new ArrayList<>();
      for (Visitor student : students) {
        ends.add(
            threads.submit(
                () -> {
                  watch(student, score, each);
                  return null;
                }));
      }
      for (Future<Void> end : ends) {
        end.get();
      }
    }
    return students.size() * each / ((System.nanoTime() - start) / 1e9);
  }

  /** Rows that plain batched inserts write in a second. */
  static double inserts(String database, int rows) throws SQLException {
    try (Connection connection =
            DriverManager.getConnection(
                database, "kerygma", System.getenv("SPRING_DATASOURCE_PASSWORD"));
        var statement = connection.createStatement()) {
      statement.execute("create table if not exists plain (like played including defaults)");
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

  private static void watch(Visitor student, UUID score, int beacons)
      throws IOException, InterruptedException {
    UUID viewing = UUID.randomUUID();
    for (int i = 0; i < beacons; i++) {
      int from = i % 5 * 5000;
      student.post(
          "/watch/" + score,
          "application/json",
          "{\"viewing\":\"%s\",\"number\":%d,\"spans\":[[%d,%d]]}"
              .formatted(viewing, i, from, from + 5000),
          204);
    }
  }
}
