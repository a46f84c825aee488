package school.kerygma.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.media.process.Program;

/**
 * A narration spoken by Debian's flite into a WAV file: silence, a stop, silence, the next stop.
 */
public final class Narration {

  /** Long enough for a slow machine to begin recording after the microphone has been opened. */
  private static final long LEAD_MS = 8_000;

  private static final long GAP_MS = 2_400;

  private Narration() {}

  public static Path speak(Path directory, List<String> stops) throws IOException {
    List<String> files = new ArrayList<>();
    files.add(silence(directory, "lead", LEAD_MS));
    for (int i = 0; i < stops.size(); i++) {
      Path raw = directory.resolve("raw" + i + ".wav");
      Path spoken = directory.resolve("stop" + i + ".wav");
      run("flite", "-voice", "slt", "-t", stops.get(i), "-o", raw.toString());
      run(
          "ffmpeg",
          "-v",
          "error",
          "-y",
          "-i",
          raw.toString(),
          "-ar",
          "48000",
          "-ac",
          "1",
          spoken.toString());
      files.add("file '" + spoken + "'");
      files.add(silence(directory, "gap" + i, GAP_MS));
    }
    Path list = Files.write(directory.resolve("narration.txt"), files);
    Path wav = directory.resolve("narration.wav");
    run(
        "ffmpeg",
        "-v",
        "error",
        "-y",
        "-f",
        "concat",
        "-safe",
        "0",
        "-i",
        list.toString(),
        wav.toString());
    return wav;
  }

  private static String silence(Path directory, String name, long ms) {
    Path file = directory.resolve(name + ".wav");
    run(
        "ffmpeg",
        "-v",
        "error",
        "-y",
        "-f",
        "lavfi",
        "-i",
        "anullsrc=r=48000:cl=mono",
        "-t",
        ms / 1000.0 + "",
        file.toString());
    return "file '" + file + "'";
  }

  private static void run(String... command) {
    Program.run(List.of(command), Duration.ofMinutes(1), 100_000);
  }
}
