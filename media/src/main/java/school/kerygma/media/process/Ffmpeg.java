package school.kerygma.media.process;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** How ffmpeg and ffprobe are called: quietly, without asking, and of files alone. */
public final class Ffmpeg {

  private static final Duration LIMIT = Duration.ofMinutes(10);
  private static final List<String> CALL =
      List.of("ffmpeg", "-v", "error", "-nostdin", "-y", "-protocol_whitelist", "file,pipe");

  private Ffmpeg() {}

  /** A call of ffmpeg with some arguments. */
  public static List<String> command(String... arguments) {
    return Stream.concat(CALL.stream(), Stream.of(arguments)).toList();
  }

  /** A file as an argument, whatever its name looks like. */
  public static String file(Path file) {
    return "file:" + file;
  }

  /** A time as an argument. */
  public static String seconds(long milliseconds) {
    return String.format(Locale.ROOT, "%.3f", milliseconds / 1000.0);
  }

  /**
   * Runs ffmpeg to write a file.
   *
   * @throws Program.Failed if it does not end well
   */
  public static void run(String... arguments) {
    Program.run(command(arguments), LIMIT, 1024);
  }

  /**
   * What ffprobe says of a file.
   *
   * @param how more arguments, as {@code -select_streams v:0}
   * @param entries what is asked, as {@code stream=codec_name}
   * @param maxBytes of the answer
   * @return one line for each, its values divided by commas
   * @throws Program.Failed if the file cannot be read
   */
  public static String probe(Path file, List<String> how, String entries, int maxBytes) {
    List<String> command =
        new ArrayList<>(List.of("ffprobe", "-v", "error", "-protocol_whitelist", "file"));
    command.addAll(how);
    command.addAll(List.of("-show_entries", entries, "-of", "csv=p=0", file(file)));
    return new String(Program.run(command, LIMIT, maxBytes), StandardCharsets.US_ASCII).strip();
  }

  /**
   * What ffprobe says of some streams of a file.
   *
   * @param streams as {@code v:0}
   */
  public static String probe(Path file, String streams, String entries, int maxBytes) {
    return probe(file, List.of("-select_streams", streams), entries, maxBytes);
  }
}
