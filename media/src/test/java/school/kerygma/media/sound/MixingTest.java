package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.Loudness;
import school.kerygma.media.process.Ffmpeg;

class MixingTest {

  @TempDir private Path directory;

  private Path sine(String name, int hertz, double seconds, double volume) {
    Path file = directory.resolve(name);
    Ffmpeg.run(
        "-f",
        "lavfi",
        "-i",
        "sine=frequency=" + hertz + ":duration=" + seconds + ":sample_rate=48000",
        "-af",
        "volume=" + volume,
        Ffmpeg.file(file));
    return file;
  }

  private Path mixed(Path voice, long startMs, Path other) {
    Path mixed = directory.resolve("mixed.mkv");
    Mixing.mix(voice, List.of(new Mixing.Other(other, startMs)), directory, mixed);
    return mixed;
  }

  /** What is left of a tone when everything else is filtered away, in decibels. */
  private double heard(Path file, int hertz, int fromMs, int untilMs) {
    Path alone = directory.resolve("alone.wav");
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(file),
        "-af",
        "bandpass=f=" + hertz + ":width_type=h:w=30,bandpass=f=" + hertz + ":width_type=h:w=30",
        Ffmpeg.file(alone));
    double[] frames = Sound.loudness(alone).decibels();
    double sum = 0;
    for (int i = fromMs / 10; i < untilMs / 10; i++) {
      sum += frames[i];
    }
    return sum / ((untilMs - fromMs) / 10);
  }

  @Test
  void otherSoundIsHeardAtItsTimeAndTheMicrophoneIsDownMeanwhile() {
    Path voice = sine("voice.wav", 300, 8, 1);
    Path mixed = mixed(voice, 3_000, sine("other.wav", 1_500, 2, 1));
    double before = heard(mixed, 300, 1_000, 2_500);
    assertThat(heard(mixed, 300, 3_300, 4_800)).isCloseTo(before - 26, within(2.0));
    assertThat(heard(mixed, 300, 6_500, 7_500)).isCloseTo(before, within(0.5));
    assertThat(heard(mixed, 1_500, 3_300, 4_800)).isGreaterThan(before - 3);
    assertThat(heard(mixed, 1_500, 1_000, 2_500)).isLessThan(before - 40);
    assertThat(heard(mixed, 1_500, 6_000, 7_500)).isLessThan(before - 40);
  }

  @Test
  void otherSoundIsAsLoudAsTheVoice() {
    Path voice = sine("voice.wav", 997, 6, 0.2);
    Path mixed = mixed(voice, 3_000, sine("other.wav", 997, 3, 1));
    double own = Sound.level(mixed, Span.of(500, 2_700)).lufs();
    assertThat(Sound.level(mixed, Span.of(3_500, 5_500)).lufs()).isCloseTo(own, within(1.0));
  }

  @Test
  void mixtureIsAsLongAsTheVoice() {
    Path voice = sine("voice.wav", 300, 4, 1);
    assertThat(Sound.durationMs(mixed(voice, 3_000, sine("other.wav", 900, 5, 1))))
        .isCloseTo(Sound.durationMs(voice), within(12L));
  }

  @Test
  void voiceBesideSilenceIsLeftAsItWas() {
    Path voice = sine("voice.wav", 300, 3, 1);
    Path silence = directory.resolve("silence.wav");
    Ffmpeg.run("-f", "lavfi", "-i", "anullsrc=d=3:r=48000:cl=mono", Ffmpeg.file(silence));
    Loudness mixed = Sound.loudness(mixed(voice, 0, silence));
    assertThat(mixed.decibels()).containsExactly(Sound.loudness(voice).decibels(), within(0.05));
  }
}
