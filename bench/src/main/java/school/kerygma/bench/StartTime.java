package school.kerygma.bench;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import school.kerygma.media.process.Program;

/**
 * From the start of the process until it answers: with the cache of the first start, and without.
 */
final class StartTime {

  private static final int ROUNDS = 3;

  private StartTime() {}

  static void measure(Path jar, String database) throws IOException, InterruptedException {
    Path directory = Files.createTempDirectory("kerygma-bench-start");
    Program.run(
        List.of(
            java(),
            "-Djarmode=tools",
            "-jar",
            jar.toString(),
            "extract",
            "--destination",
            directory.toString()),
        java.time.Duration.ofMinutes(2),
        10_000);
    Path extracted = directory.resolve(jar.getFileName());
    Path cache = directory.resolve("kerygma.aot");
    run(
            extracted,
            directory,
            database,
            List.of("-XX:AOTCacheOutput=" + cache, "-Dspring.context.exit=onRefresh"))
        .waitFor();
    double with = Double.POSITIVE_INFINITY;
    double without = Double.POSITIVE_INFINITY;
    for (int round = 0; round < ROUNDS; round++) {
      without = Math.min(without, seconds(extracted, directory, database, List.of()));
      with =
          Math.min(with, seconds(extracted, directory, database, List.of("-XX:AOTCache=" + cache)));
    }
    System.out.printf(
        Locale.ROOT,
        "start: %.2f of the time of a start without the cache (%.1f s against %.1f s here, best of %d)%n",
        with / without,
        with,
        without,
        ROUNDS);
  }

  private static String java() {
    return Path.of(System.getProperty("java.home"), "bin", "java").toString();
  }

  private static Process run(Path jar, Path directory, String database, List<String> options)
      throws IOException {
    return run(jar, directory, database, options, 0);
  }

  private static Process run(
      Path jar, Path directory, String database, List<String> options, int port)
      throws IOException {
    List<String> command = new ArrayList<>(List.of(java(), "-XX:+UseSerialGC", "-Xmx1g"));
    command.addAll(options);
    command.addAll(
        List.of(
            "--enable-native-access=ALL-UNNAMED",
            "-Djava.awt.headless=true",
            "-jar",
            jar.toString(),
            "--server.port=" + port,
            "--kerygma.home=" + directory.resolve("home"),
            "--spring.datasource.url=" + database));
    return new ProcessBuilder(command)
        .redirectErrorStream(true)
        .redirectOutput(directory.resolve("log").toFile())
        .start();
  }

  private static double seconds(Path jar, Path directory, String database, List<String> options)
      throws IOException, InterruptedException {
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    long start = System.nanoTime();
    Process process = run(jar, directory, database, options, port);
    try {
      while (!answers(port)) {
        if (!process.isAlive()) {
          throw new IllegalStateException(Files.readString(directory.resolve("log")));
        }
        Thread.sleep(20);
      }
      return (System.nanoTime() - start) / 1e9;
    } finally {
      process.destroy();
      process.waitFor();
    }
  }

  private static boolean answers(int port) throws InterruptedException {
    try (HttpClient client = HttpClient.newHttpClient()) {
      return client
              .send(
                  HttpRequest.newBuilder(
                          URI.create("http://127.0.0.1:" + port + "/actuator/health/readiness"))
                      .build(),
                  HttpResponse.BodyHandlers.discarding())
              .statusCode()
          == 200;
    } catch (IOException e) {
      return false;
    }
  }
}
