package school.kerygma.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.classroom.audience.Audience;

/**
 * A school morning: a class opens its pages at once, against as many requests for the page on which
 * one signs in, which asks the database for nothing; and fills in own sheets, against plain
 * inserts.
 */
final class Morning {

  private static final int STUDENTS = 24;
  private static final int TIMES = 10;
  private static final int SAVES = 20;
  private static final Pattern PAGE = Pattern.compile("\\{\"id\":\"([0-9a-f-]{36})\",\"number\"");

  private Morning() {}

  static void measure(BenchSchool school, String database) throws Exception {
    UUID round = school.id("select task_id from round");
    UUID sheet = school.id("select id from task where title = 'Load table, rows 1 to 6'");
    List<Visitor> students = new ArrayList<>();
    for (String link : school.passCards("7C Design", STUDENTS)) {
      students.add(Visitor.byCard(school.address(), link));
    }
    for (String path :
        List.of("/class", "/class/tasks/" + round + "/round", "/class/times", "/class/questions")) {
      each(students, 3, s -> s.get("/sign-in"));
      each(students, 3, s -> s.get(path));
      double plain = each(students, TIMES, s -> s.get("/sign-in"));
      double page = each(students, TIMES, s -> s.get(path));
      System.out.printf(
          Locale.ROOT,
          "morning: %s takes %.1f times the time of a page that asks for nothing (%.0f against %.0f a"
              + " second, %d students at once)%n",
          path.replaceAll("[0-9a-f-]{36}", "…"),
          plain / page,
          page,
          plain,
          STUDENTS);
    }
    open(school, sheet);
    double saves = saves(students, sheet);
    double inserts = Beacons.inserts(database, STUDENTS * SAVES * 4);
    System.out.printf(
        Locale.ROOT,
        "own sheets: %.3f of the rate of plain batched inserts (%.0f saves a second from %d students"
            + " against %.0f rows a second here)%n",
        saves / inserts,
        saves,
        STUDENTS,
        inserts);
  }

  /** What comes before the sheet is ticked, so that it is open. */
  private static void open(BenchSchool school, UUID sheet) {
    JdbcClient sql = school.bean(JdbcClient.class);
    Audience audience = school.bean(Audience.class);
    List<UUID> before =
        sql.sql(
                "select id from task where title in ('Read the project sheet', 'Sketch three bridges')")
            .query(UUID.class)
            .list();
    sql.sql(
            "select person_id from section_student x join section s on s.id = section_id where s.name = '7C Design'")
        .query(UUID.class)
        .list()
        .forEach(student -> before.forEach(task -> audience.tick(student, task, true)));
  }

  private static double saves(List<Visitor> students, UUID sheet) throws Exception {
    String path = "/class/tasks/" + sheet + "/sheet";
    Matcher page = PAGE.matcher(students.getFirst().get(path));
    if (!page.find()) {
      throw new IllegalStateException("No page to write on");
    }
    String id = page.group(1);
    each(students, 3, s -> save(s, path, id));
    return each(students, SAVES, s -> save(s, path, id));
  }

  private static String save(Visitor student, String path, String page)
      throws IOException, InterruptedException {
    student.put(
        path + "/" + UUID.randomUUID(),
        "{\"page\":\"%s\",\"place\":null,\"kind\":\"filled\",\"boxes\":[{\"x\":60,\"y\":700,\"width\":80,\"height\":14}],\"words\":\"12 N\",\"ink\":null,\"width\":0,\"color\":\"\",\"seen\":0}"
            .formatted(page));
    return "";
  }

  /** What a visitor does. */
  private interface Visit {
    String by(Visitor student) throws IOException, InterruptedException;
  }

  /** All at once, each one after the other. @return visits a second */
  private static double each(List<Visitor> students, int times, Visit visit)
      throws InterruptedException, ExecutionException {
    long start = System.nanoTime();
    try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
      List<Future<Void>> ends = new ArrayList<>();
      for (Visitor student : students) {
        Callable<Void> all =
            () -> {
              for (int i = 0; i < times; i++) {
                visit.by(student);
              }
              return null;
            };
        ends.add(threads.submit(all));
      }
      for (Future<Void> end : ends) {
        end.get();
      }
    }
    return students.size() * times / ((System.nanoTime() - start) / 1e9);
  }
}
