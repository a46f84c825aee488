package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.Level;
import school.kerygma.core.voice.TidyUp;
import school.kerygma.media.process.Program;

/** References: EBU Tech 3341, and what ffmpeg says of the same file in its own summary. */
class LevelTest {

  private static final Duration MINUTE = Duration.ofMinutes(1);

  @TempDir private Path directory;

  private Path sound(String name, String source) {
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
            source,
            "-c:a",
            "flac",
            file.toString()),
        MINUTE,
        1024);
    return file;
  }

  /** What a program says on its other channel. */
  private static String said(List<String> command) {
    try {
      Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
      return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<Double> found(String pattern, String text) {
    List<Double> all = new ArrayList<>();
    Matcher m = Pattern.compile(pattern).matcher(text);
    while (m.find()) {
      all.add(Double.parseDouble(m.group(1)));
    }
    return all;
  }

  /** A voice: the demonstration's, whose loudness nobody chose. */
  private static Path voice() {
    return Path.of("../app/src/main/resources/demo/narration/footbridge-1.webm").toAbsolutePath();
  }

  /** EBU Tech 3341, case 1: a stereo sine of 1 kHz at -23 dBFS in each channel reads -23.0. */
  @Test
  void aSineOfTheStandardReadsWhatTheStandardSays() {
    Path sine = sound("sine.flac", "aevalsrc='0.0708*sin(2*PI*1000*t)':d=20:s=48000");
    Level level = Sound.level(sine, Span.of(0, 20_000));
    assertThat(level.lufs()).isCloseTo(-23.0, within(0.1));
    assertThat(level.truePeakDb()).isCloseTo(-23.0, within(0.2));
    assertThat(level.gainDb()).isCloseTo(7.0, within(0.1));
  }

  @Test
  void aVoiceReadsWhatFfmpegSaysOfIt() {
    String summary =
        said(
            List.of(
                "ffmpeg",
                "-nostdin",
                "-hide_banner",
                "-i",
                voice().toString(),
                "-af",
                "ebur128=dualmono=1:peak=true:framelog=verbose",
                "-f",
                "null",
                "-"));
    long length = Sound.durationMs(voice());
    Level level = Sound.level(voice(), Span.of(0, length));
    assertThat(level.lufs())
        .isCloseTo(found("I:\\s+(-[0-9.]+) LUFS", summary).getLast(), within(0.2));
    assertThat(level.truePeakDb())
        .isCloseTo(found("Peak:\\s+(-?[0-9.]+) dBFS", summary).getLast(), within(0.3));
  }

  @Test
  void silenceIsNotRaised() {
    Path silence = sound("silence.flac", "anullsrc=r=48000:cl=mono:d=3");
    assertThat(Sound.level(silence, Span.of(0, 3_000)).gainDb()).isZero();
  }

  /** EBU R 128: integrated loudness within 0.5 LU of the target, true peak under -1 dBTP. */
  @Test
  void quietAndLoudTakesComeOutAlikeAndNoPeakIsClipped() {
    for (double factor : List.of(0.05, 0.5, 3.0)) {
      Path take = directory.resolve("take" + factor + ".flac");
      Program.run(
          List.of(
              "ffmpeg",
              "-v",
              "error",
              "-nostdin",
              "-i",
              voice().toString(),
              "-af",
              "volume=" + factor,
              "-c:a",
              "flac",
              take.toString()),
          MINUTE,
          1024);
      Span all = Span.of(0, Sound.durationMs(take));
      StopSound.Encoded to =
          new StopSound.Encoded(
              directory.resolve(factor + ".opus"), directory.resolve(factor + ".aac"));
      StopSound.encode(List.of(new StopSound.Part(take, all, Sound.level(take, all).gainDb())), to);
      for (Path made : List.of(to.opus(), to.aac())) {
        Level level = Sound.level(made, Span.of(0, Sound.durationMs(made)));
        assertThat(level.lufs()).as(made.toString()).isCloseTo(-16.0, within(0.7));
        assertThat(level.truePeakDb()).as(made.toString()).isLessThan(-1.0);
      }
    }
  }

  /** What is raised is heard when it was: the limiter looks ahead, and must not delay. */
  @Test
  void raisingTheSoundMovesNothing() {
    Path click =
        sound("click.flac", "aevalsrc='if(between(t,1,1.01),0.2*sin(2*PI*1200*t),0)':d=2:s=48000");
    StopSound.Encoded to =
        new StopSound.Encoded(directory.resolve("c.opus"), directory.resolve("c.aac"));
    StopSound.encode(List.of(new StopSound.Part(click, Span.of(0, 2_000), 6)), to);
    StopSound.Encoded plain =
        new StopSound.Encoded(directory.resolve("p.opus"), directory.resolve("p.aac"));
    StopSound.encode(List.of(new StopSound.Part(click, Span.of(0, 2_000))), plain);
    assertThat(firstLoud(to.opus())).isCloseTo(firstLoud(plain.opus()), within(1.0));
  }

  private static double firstLoud(Path file) {
    short[] samples = Sound.samples(file);
    int i = 0;
    while (Math.abs(samples[i]) < 1_500) {
      i++;
    }
    return i / 16.0;
  }

  /** Reference: ffmpeg's silencedetect, for the silences that tidying up shortens. */
  @Test
  void theSilencesThatAreProposedAreThoseThatFfmpegFinds() {
    Path talk = directory.resolve("talk.flac");
    String pauses =
        "[0:a]aresample=48000,pan=mono|c0=c0,asplit=3[a][b][c];[a]atrim=0:2.5[x];[b]atrim=0:3,adelay=3400[y];[c]atrim=0:2,adelay=1900[z];"
            + "[x][y][z]concat=n=3:v=0:a=1[o]";
    Program.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-nostdin",
            "-i",
            voice().toString(),
            "-filter_complex",
            pauses,
            "-map",
            "[o]",
            "-c:a",
            "flac",
            talk.toString()),
        MINUTE,
        1024);
    String detected =
        said(
            List.of(
                "ffmpeg",
                "-nostdin",
                "-hide_banner",
                "-i",
                talk.toString(),
                "-af",
                "silencedetect=noise=-38dB:d=1.2",
                "-f",
                "null",
                "-"));
    List<Double> starts = found("silence_start: ([0-9.]+)", detected);
    List<Double> lengths = found("silence_duration: ([0-9.]+)", detected);
    Spans speech = IslandFinder.find(Sound.loudness(talk));
    List<TidyUp.Line> lines =
        TidyUp.propose(Sound.durationMs(talk), speech, List.of(), List.of(), Spans.none()).stream()
            .filter(l -> l.why() == TidyUp.Why.SILENCE)
            .toList();
    assertThat(lines).hasSize(2).hasSameSizeAs(starts);
    for (int i = 0; i < lines.size(); i++) {
      assertThat((double) lines.get(i).lengthMs()).isCloseTo(1000 * lengths.get(i), within(120.0));
      assertThat((double) lines.get(i).cut().startMs() - TidyUp.SHORT_SILENCE_MS / 2)
          .isCloseTo(1000 * starts.get(i), within(120.0));
    }
  }
}
