package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.media.sound.Sound;

/** The measure that the story rests on must be able to say no. */
class LikenessTest {

  private static final int SECOND = 16_000;

  /** Bursts of noise of irregular length, as speech is. */
  private static short[] speech(int seconds, long seed) {
    Random random = new Random(seed);
    short[] sound = new short[seconds * SECOND];
    int at = 0;
    while (at < sound.length) {
      int loud = 800 * (2 + random.nextInt(8));
      int level = 2_000 + random.nextInt(8_000);
      for (int i = at; i < Math.min(sound.length, at + loud); i++) {
        sound[i] = (short) (random.nextGaussian() * level / 3);
      }
      at += loud + 800 * (1 + random.nextInt(6));
    }
    return sound;
  }

  @Test
  void aCutOutOfASoundIsLikeIt() {
    short[] said = speech(20, 1);
    assertThat(Likeness.of(Arrays.copyOfRange(said, 3 * SECOND, 17 * SECOND), said))
        .isGreaterThan(0.95);
  }

  @Test
  void aSoundThatLostAMomentIsStillLikeIt() {
    short[] said = speech(20, 2);
    short[] kept = Arrays.copyOf(said, 18 * SECOND);
    System.arraycopy(said, 10 * SECOND + 4_000, kept, 10 * SECOND, 8 * SECOND);
    assertThat(Likeness.of(kept, said)).isGreaterThan(0.9);
  }

  /**
   * What a busy machine does to a simulated microphone: buffers of 10 ms are dropped here and
   * there.
   */
  @ParameterizedTest
  @ValueSource(ints = {1, 2})
  void aSoundThatLostAnInstantHereAndThereIsStillLikeIt(int percent) {
    short[] said = spoken();
    Random random = new Random(percent);
    short[] kept = new short[said.length];
    int length = 0;
    for (int from = 0; from + 160 <= said.length; from += 160) {
      if (random.nextInt(100) >= percent) {
        System.arraycopy(said, from, kept, length, 160);
        length += 160;
      }
    }
    assertThat(Likeness.of(Arrays.copyOf(kept, length), said)).isGreaterThan(0.9);
  }

  private static short[] spoken() {
    return Sound.samples(Path.of("src/main/resources/demo/narration/footbridge-1.webm"));
  }

  @Test
  void anotherSoundIsNotLikeIt() {
    assertThat(Likeness.of(speech(14, 3), speech(20, 4))).isLessThan(0.8);
  }

  @Test
  void aSoundWhoseHalfIsSilentIsNotLikeIt() {
    short[] said = speech(20, 5);
    short[] kept = Arrays.copyOf(Arrays.copyOf(said, 8 * SECOND), 16 * SECOND);
    assertThat(Likeness.of(kept, said)).isLessThan(0.85);
  }
}
