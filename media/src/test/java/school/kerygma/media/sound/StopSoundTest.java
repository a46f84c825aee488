package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.gagravarr.ogg.OggFile;
import org.gagravarr.ogg.OggPacket;
import org.gagravarr.ogg.OggPacketReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.StopCells;
import school.kerygma.media.process.Program;

/** Reference: ffmpeg's own decoders, which know nothing of how the packets came together. */
class StopSoundTest {

  @TempDir private Path directory;

  private Path sound(String name, String expression, double seconds) {
    Path file = directory.resolve(name);
    Program.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-nostdin",
            "-y",
            "-f",
            "lavfi",
            "-i",
            "aevalsrc='" + expression + "':d=" + seconds + ":s=48000",
            "-c:a",
            "flac",
            file.toString()),
        Duration.ofMinutes(1),
        1024);
    return file;
  }

  private StopSound.Encoded stop(String name, StopSound.Part... parts) {
    StopSound.Encoded to =
        new StopSound.Encoded(directory.resolve(name + ".opus"), directory.resolve(name + ".aac"));
    StopSound.encode(List.of(parts), to);
    return to;
  }

  private List<Path> joined(List<StopSound.Encoded> stops) {
    List<Path> both = List.of(directory.resolve("joined.webm"), directory.resolve("joined.mp4"));
    long packets = stops.stream().mapToLong(s -> Sound.durationMs(s.aac())).sum();
    StopSound.join(stops, packets, both.get(0), both.get(1));
    return both;
  }

  /** A click at the beginning of each stop and 40 ms before its end, over forty stops. */
  @Test
  void fortyStopsOfAllLengthsAreHeardWhenTheClockSays() {
    List<StopSound.Encoded> stops = new ArrayList<>();
    List<Double> expected = new ArrayList<>();
    long at = 0;
    for (int i = 0; i < 40; i++) {
      long length = 1_000 + 37L * i;
      String click = "if(lt(mod(t,%s),0.012)*gte(t,0),0.7*sin(2*PI*1200*t),0)";
      double second = (length - 40) / 1000.0;
      Path file = sound(i + ".flac", click.formatted(second), length / 1000.0);
      stops.add(stop("s" + i, new StopSound.Part(file, Span.of(0, length))));
      expected.add((double) at);
      expected.add((double) at + length - 40);
      at += StopCells.of(length) * StopCells.CELL_MS;
    }
    for (Path file : joined(stops)) {
      short[] samples = Sound.samples(file);
      assertThat(samples.length / 16.0).as(file.toString()).isCloseTo(at, within(25.0));
      List<Double> heard = clicks(samples);
      assertThat(heard).as(file.toString()).hasSameSizeAs(expected);
      for (int i = 0; i < expected.size(); i++) {
        assertThat(heard.get(i)).as(file + ", click " + i).isCloseTo(expected.get(i), within(3.0));
      }
    }
  }

  /**
   * A stop as long as a page of Ogg, or several, ended in a page of its own: what came after it was
   * not heard. RFC 3533, 6: an end stands on the page of the last packet.
   */
  @Test
  void stopsOfEveryLengthKeepEveryPacket() throws IOException {
    Path opus = directory.resolve("tone.opus");
    Path tone = sound("tone.flac", "0.5*sin(2*PI*300*t)", 31);
    encoded(tone, opus, "libopus");
    Path cut = directory.resolve("cut.opus");
    for (int packets = 1; packets <= 1_500; packets++) { // 20 ms to 30 s.
      StopSound.cutOpus(opus, cut, packets);
      assertThat(packetsOf(cut)).as("%d ms", packets * 20).hasSize(packets).doesNotContain(0);
    }
  }

  @Test
  void stopsOfEveryNumberOfCellsAreJoinedWhole() throws IOException {
    Path tone = sound("tone.flac", "0.5*sin(2*PI*300*t)", 31);
    Path opus = directory.resolve("tone.opus");
    Path aac = directory.resolve("tone.aac");
    encoded(tone, opus, "libopus");
    encoded(tone, aac, "aac");
    List<StopSound.Encoded> all = new ArrayList<>();
    long cells = 0;
    for (int n = 1; n * StopCells.CELL_MS <= 30_000; n++) {
      StopSound.Encoded stop =
          new StopSound.Encoded(directory.resolve(n + ".opus"), directory.resolve(n + ".aac"));
      StopSound.cutOpus(opus, stop.opus(), (long) n * StopSound.OPUS_IN_CELL);
      StopSound.cutAac(aac, stop.aac(), (long) n * StopSound.AAC_IN_CELL);
      all.add(stop);
      cells += n;
    }
    for (Path file : joined(all)) {
      assertThat(Sound.durationMs(file))
          .as(file.toString())
          .isCloseTo(cells * StopCells.CELL_MS, within(25L));
    }
  }

  private static void encoded(Path from, Path to, String codec) {
    Program.run(
        List.of("ffmpeg", "-v", "error", "-i", from.toString(), "-c:a", codec, to.toString()),
        Duration.ofMinutes(1),
        1024);
  }

  /** How long each packet of sound is, in bytes. */
  private static List<Integer> packetsOf(Path opus) throws IOException {
    List<Integer> lengths = new ArrayList<>();
    try (OggFile file = new OggFile(Files.newInputStream(opus))) {
      OggPacketReader reader = file.getPacketReader();
      for (OggPacket p = reader.getNextPacket(); p != null; p = reader.getNextPacket()) {
        lengths.add(p.getData().length);
      }
    }
    return lengths.subList(2, lengths.size()); // After the two heads.
  }

  /** Reference: what ffmpeg itself writes when it encodes and packs in one go. */
  @Test
  void timeStampsBeginWhereAnEncodersOwnFileHasThem() {
    Path tone = sound("tone.flac", "0.5*sin(2*PI*300*t)", 1);
    for (Path file : joined(List.of(stop("one", new StopSound.Part(tone, Span.of(0, 1_000)))))) {
      boolean webm = file.toString().endsWith("webm");
      Path reference = directory.resolve(webm ? "reference.webm" : "reference.mp4");
      Program.run(
          List.of(
              "ffmpeg",
              "-v",
              "error",
              "-nostdin",
              "-i",
              tone.toString(),
              "-c:a",
              webm ? "libopus" : "aac",
              reference.toString()),
          Duration.ofMinutes(1),
          1024);
      assertThat(firstPacket(file)).isEqualTo(firstPacket(reference)).isNegative();
    }
  }

  private static double firstPacket(Path file) {
    String times =
        new String(
            Program.run(
                List.of(
                    "ffprobe",
                    "-v",
                    "error",
                    "-show_entries",
                    "packet=pts_time",
                    "-of",
                    "default=nk=1:nw=1",
                    file.toString()),
                Duration.ofMinutes(1),
                1_000_000),
            StandardCharsets.US_ASCII);
    return Double.parseDouble(times.lines().findFirst().orElseThrow());
  }

  private static List<Double> clicks(short[] samples) {
    List<Double> at = new ArrayList<>();
    for (int i = 0; i < samples.length; i++) {
      if (Math.abs(samples[i]) > 5_000 && (at.isEmpty() || i / 16.0 - at.getLast() > 30)) {
        at.add(i / 16.0);
      }
    }
    return at;
  }

  /** A tone that goes on at full strength to the end of one stop and begins with the next. */
  @Test
  void jointsDoNotClick() {
    Path tone = sound("tone.flac", "0.5*sin(2*PI*300*t)", 3);
    StopSound.Encoded stop = stop("tone", new StopSound.Part(tone, Span.of(0, 938)));
    long cells = StopCells.of(938);
    for (Path file : joined(List.of(stop, stop, stop))) {
      short[] samples = Sound.samples(file);
      double steepest = 0.5 * 2 * Math.PI * 300 / 16_000 * 32_767;
      for (int joint = 1; joint < 3; joint++) {
        int from = (int) (joint * cells * StopCells.CELL_MS - 100) * 16;
        for (int i = from; i < from + 200 * 16; i++) {
          assertThat(Math.abs(samples[i] - samples[i - 1]))
              .as(file + " at " + i / 16.0 + " ms")
              .isLessThan((int) (1.4 * steepest));
        }
      }
    }
  }

  @Test
  void partsOfAStopAreJoinedToTheMillisecondAndWhatLiesAfterASoundIsSilent() {
    Path low = sound("low.flac", "0.5*sin(2*PI*300*t)", 3);
    Path high = sound("high.flac", "0.5*sin(2*PI*900*t)", 3);
    StopSound.Encoded stop =
        stop(
            "parts",
            new StopSound.Part(low, Span.of(500, 1_750)),
            new StopSound.Part(high, Span.of(1_000, 1_600)),
            new StopSound.Part(low, Span.of(2_800, 3_400)));
    for (Path file : joined(List.of(stop))) {
      short[] samples = Sound.samples(file);
      assertThat(SoundTest.hertz(samples, 200, 1_240)).isCloseTo(300, within(10.0));
      assertThat(SoundTest.hertz(samples, 1_260, 1_840)).isCloseTo(900, within(20.0));
      assertThat(SoundTest.hertz(samples, 1_860, 2_040)).isCloseTo(300, within(15.0));
      for (int i = 2_100 * 16; i < 2_400 * 16; i++) {
        assertThat(Math.abs(samples[i])).isLessThan((short) 60);
      }
    }
  }
}
