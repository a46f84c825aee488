package school.kerygma.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.boot.builder.SpringApplicationBuilder;
import school.kerygma.media.process.Program;

/**
 * The demonstration school as it lies in a database dump and a home: made once, however many
 * processes test with it, and kept until what it is made of changes.
 */
public final class MadeSchool {

  private static final Path TARGET = Path.of("target").toAbsolutePath();

  /** What it is made of. What is stored otherwise since is opened all the same: MuseumTest. */
  private static final List<Path> MADE_OF =
      List.of(
          Path.of("src/main/java/school/kerygma/app/demo"),
          Path.of("src/main/resources/demo"),
          Path.of("src/main/resources/db/migration"));

  private final Path place;

  private MadeSchool(Path place) {
    this.place = place;
  }

  /**
   * The school, made now unless it is there.
   *
   * @param settings with which the application makes it
   */
  public static MadeSchool with(String... settings) {
    try {
      Path place = TARGET.resolve("demonstration-" + madeOf());
      try (FileChannel lock =
              FileChannel.open(
                  TARGET.resolve("demonstration.lock"),
                  StandardOpenOption.CREATE,
                  StandardOpenOption.WRITE);
          var _ = lock.lock()) {
        if (!Files.exists(place)) {
          make(place, settings);
        }
      }
      return new MadeSchool(place);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void make(Path place, String... settings) throws IOException {
    Path making = Files.createTempDirectory(TARGET, "demonstration");
    Path home = Files.createDirectory(making.resolve("home"));
    String database = TestDatabase.fresh();
    try (var _ =
        new SpringApplicationBuilder(KerygmaApplication.class)
            .run(
                Stream.concat(
                        Stream.of(settings),
                        Stream.of(
                            "--server.port=" + Ports.free(),
                            "--kerygma.home=" + home,
                            "--kerygma.demo=true",
                            "--kerygma.demo.wait=true",
                            "--spring.datasource.url=" + database))
                    .toArray(String[]::new))) {
      // It is there when the application has started.
    }
    TestDatabase.dump(database, making.resolve("database.dump"));
    Files.move(making, place);
  }

  private static String madeOf() throws IOException {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      for (Path of : MADE_OF) {
        try (Stream<Path> files = Files.walk(of)) {
          for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
            digest.update(file.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8));
            digest.update(Files.readAllBytes(file));
          }
        }
      }
      return HexFormat.of().formatHex(digest.digest(), 0, 8);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** A new database with all that is in it. */
  public String database() {
    return TestDatabase.filled(place.resolve("database.dump"));
  }

  /** Puts its home into a directory that is not there yet. */
  public void home(Path to) {
    Program.run(
        List.of("cp", "-a", place.resolve("home").toString(), to.toString()),
        Duration.ofMinutes(1),
        10_000);
  }
}
