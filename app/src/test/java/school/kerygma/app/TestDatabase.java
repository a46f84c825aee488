package school.kerygma.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.util.FileSystemUtils;
import school.kerygma.media.process.Program;

/** A PostgreSQL cluster of the tests' own, started once for the whole run and removed after it. */
public final class TestDatabase {

  private static final Path SCRIPT = Path.of("..", "bin", "database").toAbsolutePath().normalize();
  private static final AtomicInteger MADE = new AtomicInteger();
  private static final int PORT = Ports.free();
  private static final Path DIRECTORY = start();

  private TestDatabase() {}

  private static Path start() {
    try {
      Path parent = Files.createTempDirectory("kerygma-test");
      // PostgreSQL's own user must come through when the tests run as root.
      parent.toFile().setExecutable(true, false);
      parent.toFile().setReadable(true, false);
      Path directory = parent.resolve("database");
      Runtime.getRuntime().addShutdownHook(new Thread(() -> remove(directory)));
      run("start", directory.toString(), "" + PORT);
      System.setProperty(
          "spring.datasource.password",
          Files.readString(parent.resolve("database.password")).strip());
      neverWaitForTheDisk();
      return directory;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What is tested does not outlive a loss of power. */
  private static void neverWaitForTheDisk() {
    for (String setting : List.of("fsync", "synchronous_commit", "full_page_writes")) {
      execute("alter system set " + setting + " = off");
    }
    execute("select pg_reload_conf()");
  }

  public static String password() {
    return System.getProperty("spring.datasource.password");
  }

  private static void remove(Path directory) {
    run("stop", directory.toString());
    FileSystemUtils.deleteRecursively(directory.getParent().toFile());
  }

  private static void run(String... arguments) {
    List<String> command = new java.util.ArrayList<>(List.of(SCRIPT.toString()));
    command.addAll(List.of(arguments));
    Program.run(command, Duration.ofMinutes(2), 10_000);
  }

  /** The address of a new, empty database. */
  public static String fresh() {
    String name = "test" + MADE.incrementAndGet();
    execute("create database " + name);
    return url(name);
  }

  private static void execute(String statement) {
    try (var connection = DriverManager.getConnection(url("postgres"), "kerygma", password());
        var statements = connection.createStatement()) {
      statements.execute(statement);
    } catch (SQLException e) {
      throw new IllegalStateException(
          "The tests' database at port " + PORT + " does not answer", e);
    }
  }

  /** The address of a new database with what an earlier version dumped. */
  public static String filled(Path dump) {
    String url = fresh();
    String name = url.substring(url.lastIndexOf('/') + 1);
    run("load", DIRECTORY.toString(), "" + PORT, dump.toString(), name);
    return url;
  }

  /** Writes all that is in a database to a file. */
  public static void dump(String url, Path file) {
    String name = url.substring(url.lastIndexOf('/') + 1);
    run("dump", DIRECTORY.toString(), "" + PORT, file.toString(), name);
  }

  private static String url(String database) {
    return "jdbc:postgresql://127.0.0.1:" + PORT + "/" + database;
  }
}
