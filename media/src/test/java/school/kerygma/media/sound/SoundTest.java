package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.media.process.Program;

class SoundTest {

  @TempDir private Path directory;

  private static void ffmpeg(String... arguments) {
    List<String> command =
        new java.util.ArrayList<>(List.of("ffmpeg", "-v", "error", "-nostdin", "-y"));
    command.addAll(List.of(arguments));
    Program.run(command, Duration.ofMinutes(1), 1024);
  }

  /** How often the sound crosses zero per second, halved: its frequency in hertz. */
  static double hertz(short[] samples, int fromMs, int untilMs) {
    int crossings = 0;
    for (int i = fromMs * 16 + 1; i < untilMs * 16; i++) {
      crossings += samples[i - 1] < 0 != samples[i] < 0 ? 1 : 0;
    }
    return crossings / 2.0 / ((untilMs - fromMs) / 1000.0);
  }

  @Test
  void loudnessIsWhatFfmpegMeasures() {
    // Reference: ffmpeg's astats, root mean square over the whole file.
    Path file = directory.resolve("tone.wav");
    ffmpeg(
        "-f",
        "lavfi",
        "-i",
        "sine=frequency=440:duration=2",
        "-af",
        "volume=0.3",
        "-ar",
        "16000",
        "-ac",
        "1",
        file.toString());
    double[] frames = Loudness.of(Sound.samples(file), Sound.SAMPLES_PER_SECOND).decibels();
    // lavfi's sine has a peak of 1/8; times 0.3; the root mean square of a sine is its peak less
    // 3.01 dB.
    assertThat(frames[100]).isCloseTo(20 * Math.log10(0.3 / 8) - 3.01, within(0.3));
  }

  @Test
  void theIslandsOfASpokenScriptAreItsSentences() throws IOException {
    // Spoken by Debian's flite, with a pause of 600 ms put between the sentences.
    List<String> script =
        List.of(
            "Part one is reading.",
            "Write down two questions about the bridge.",
            "Every row needs a unit.");
    StringBuilder list = new StringBuilder();
    ffmpeg(
        "-f",
        "lavfi",
        "-i",
        "anoisesrc=amplitude=0.0005:duration=0.6:sample_rate=16000",
        "-ac",
        "1",
        directory.resolve("pause.wav").toString());
    for (int i = 0; i < script.size(); i++) {
      Path spoken = directory.resolve(i + ".wav");
      Program.run(
          List.of("flite", "-voice", "slt", "-t", script.get(i), "-o", spoken.toString()),
          Duration.ofSeconds(30),
          4096);
      list.append("file '")
          .append(spoken)
          .append("'\nfile '")
          .append(directory.resolve("pause.wav"))
          .append("'\n");
    }
    Path index = Files.writeString(directory.resolve("list.txt"), list);
    Path whole = directory.resolve("whole.wav");
    ffmpeg("-f", "concat", "-safe", "0", "-i", index.toString(), whole.toString());
    Spans islands = IslandFinder.find(Loudness.of(Sound.samples(whole), Sound.SAMPLES_PER_SECOND));
    assertThat(islands.closingGapsUnder(500).size()).isEqualTo(3);
  }

  @Test
  void whatIsNoSoundIsSaidToBeNone() throws IOException {
    Path file = Files.writeString(directory.resolve("no.webm"), "not a sound");
    assertThatThrownBy(() -> Sound.samples(file))
        .isInstanceOf(Program.Failed.class)
        .hasMessageContaining("ffmpeg");
  }

  /** Ten minutes with a click at the beginning of every half minute, as a browser records them. */
  private Path clicks() {
    Path file = directory.resolve("clicks.webm");
    ffmpeg(
        "-f",
        "lavfi",
        "-i",
        "aevalsrc='if(lt(mod(t,30),0.02),0.8*sin(2*PI*1000*t),0)':d=600:s=48000",
        "-c:a",
        "libopus",
        "-b:a",
        "32k",
        file.toString());
    return file;
  }

  /** When a joined sound clicks, in milliseconds. */
  private List<Long> heard(Path file) {
    StopSound.Encoded stop =
        new StopSound.Encoded(directory.resolve("stop.opus"), directory.resolve("stop.aac"));
    StopSound.encode(List.of(new StopSound.Part(file, Span.of(0, 600_000))), stop);
    Path webm = directory.resolve("heard.webm");
    StopSound.join(List.of(stop), 600_000, webm, directory.resolve("heard.mp4"));
    return clicksOf(Sound.samples(webm));
  }

  private static List<Long> clicksOf(short[] samples) {
    List<Long> at = new java.util.ArrayList<>();
    for (int i = 0; i < samples.length; i++) {
      if (Math.abs(samples[i]) > 6_000 && (at.isEmpty() || i / 16 - at.getLast() > 1_000)) {
        at.add(i / 16L);
      }
    }
    return at;
  }

  private static void assertOnTime(List<Long> heard) {
    assertThat(heard).hasSize(20);
    for (int i = 0; i < 20; i++) {
      assertThat(heard.get(i).doubleValue()).as("click " + i).isCloseTo(30_000.0 * i, within(20.0));
    }
  }

  @Test
  void timeStampsThatJumpWithoutALostSampleMakeNothingLate() {
    Path jumping = directory.resolve("jumping.webm");
    ffmpeg(
        "-i",
        clicks().toString(),
        "-c",
        "copy",
        "-bsf:a",
        "setts=ts=if(gte(TS\\,200000)\\,TS+300\\,TS)",
        jumping.toString());
    assertThat(Sound.jumps(jumping)).hasSize(1);
    assertOnTime(heard(jumping));
  }

  @Test
  void soundThatAStarvedMicrophoneLostLeavesWhatFollowsWhereItWasSaid() {
    Path starved = directory.resolve("starved.webm");
    ffmpeg(
        "-i",
        clicks().toString(),
        "-c",
        "copy",
        "-bsf:a",
        "noise=amount=0:drop=between(pts\\,200000\\,200299)+between(pts\\,400000\\,400239)",
        starved.toString());
    List<Long> jumps = Sound.jumps(starved);
    assertThat(jumps).hasSize(2);
    List<SoundLoss.Reading> readings = new java.util.ArrayList<>();
    for (int second = 0; second < 600; second++) {
      long lag = (second > 200 ? 300 : 0) + (second > 400 ? 240 : 0);
      readings.add(new SoundLoss.Reading(1_000L * second, lag + second % 3, false));
    }
    Path mended = directory.resolve("mended.mkv");
    Sound.mend(starved, SoundLoss.gaps(readings, jumps), mended);
    assertOnTime(clicksOf(Sound.samples(mended)));
  }
}
