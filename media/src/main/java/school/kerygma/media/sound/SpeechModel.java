package school.kerygma.media.sound;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.media.process.Program;

/**
 * A model of speech that a school supplies (GGML, as whisper.cpp reads it): it hears better than
 * the recognizer that comes with Debian. It runs in a process of its own, bounded in time.
 *
 * @param file of the model
 */
public record SpeechModel(Path file) {

  private static final Duration LIMIT = Duration.ofMinutes(10);

  /** The smallest models have 30 MB; the library takes a few bytes of one for the whole. */
  private static final long LEAST_BYTES = 10L << 20;

  private static final int HEAP_MB = 256;
  private static final int MAX_OUTPUT = 1 << 20;

  /** Whether it can be opened. */
  public boolean isGood() {
    try {
      if (Files.isRegularFile(file) && Files.size(file) >= LEAST_BYTES) {
        run(List.of());
        return true;
      }
    } catch (IOException | Program.Failed e) {
      // Then it is none: whatever the reason, no words come of it.
    }
    return false;
  }

  /**
   * Hears what is said.
   *
   * @param sounds 16 bits a sample, little endian, {@link Sound#SAMPLES_PER_SECOND} a second
   * @return one text for each, empty where nothing was understood
   * @throws Program.Failed if it cannot be run, or takes too long
   */
  List<String> drafts(List<Path> sounds) {
    List<String> lines =
        new String(run(sounds), StandardCharsets.UTF_8).lines().map(String::strip).toList();
    if (lines.size() != sounds.size()) {
      throw new Program.Failed("The speech model gave " + lines.size() + " lines");
    }
    return lines;
  }

  private byte[] run(List<Path> sounds) {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx" + HEAP_MB + "m",
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-XX:-CreateCoredumpOnCrash",
                "-XX:ErrorFile=/dev/null",
                "--enable-native-access=ALL-UNNAMED",
                "-cp",
                System.getProperty("java.class.path"),
                ModelWorker.class.getName(),
                file.toString()));
    sounds.forEach(s -> command.add(s.toString()));
    return Program.run(command, LIMIT, MAX_OUTPUT);
  }
}
