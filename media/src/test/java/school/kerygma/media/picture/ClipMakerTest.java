package school.kerygma.media.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.process.Interrupted;

/**
 * Files are made by ffmpeg as phones, cameras and browsers make them; ffprobe says what came out.
 */
class ClipMakerTest {

  @TempDir private Path directory;

  private Path made(String name, String... arguments) {
    Path file = directory.resolve(name);
    List<String> all = new ArrayList<>(List.of(arguments));
    all.add(Ffmpeg.file(file));
    Ffmpeg.run(all.toArray(String[]::new));
    return file;
  }

  private static String[] lavfi(String video, String sound, String... more) {
    List<String> all =
        new ArrayList<>(List.of("-f", "lavfi", "-i", video, "-f", "lavfi", "-i", sound));
    all.addAll(List.of(more));
    return all.toArray(String[]::new);
  }

  private Path clip(Path file) {
    Path clip = directory.resolve("clip.mp4");
    ClipMaker.make(file, ClipMaker.look(file), clip, percent -> {});
    return clip;
  }

  private static String codecs(Path file) {
    return Ffmpeg.probe(file, "v:0", "stream=codec_name,width,height,pix_fmt", 1024)
        + " "
        + Ffmpeg.probe(file, "a:0", "stream=codec_name,channels", 1024);
  }

  @Test
  void whoIsInterruptedRefusesNothing() {
    Path sound = made("answer.webm", "-f", "lavfi", "-i", "anullsrc=d=2");
    Thread.currentThread().interrupt();
    assertThatThrownBy(
            () -> ClipMaker.makeAnswer(sound, false, directory.resolve("made.mp4"), percent -> {}))
        .isInstanceOf(Interrupted.class);
    assertThat(Thread.interrupted()).isTrue();
  }

  @Test
  void oldFilmBecomesOneThatBrowsersPlay() {
    Path file =
        made(
            "film.avi",
            lavfi("testsrc=s=320x240:d=2:r=24", "sine=d=2", "-c:v", "mpeg4", "-c:a", "mp3"));
    assertThat(codecs(clip(file))).isEqualTo("h264,320,240,yuv420p aac,2");
    assertThat(ClipMaker.look(directory.resolve("clip.mp4")).lengthMs())
        .isCloseTo(2_000, within(80L));
  }

  @Test
  void largeFilmIsMadeSmallAndKeepsItsShape() {
    Path file =
        made(
            "large.mov",
            lavfi(
                "testsrc=s=2560x1080:d=1:r=60",
                "sine=d=1",
                "-c:v",
                "libx264",
                "-preset",
                "ultrafast"));
    assertThat(codecs(clip(file))).startsWith("h264,1280,540,");
    assertThat(Ffmpeg.probe(directory.resolve("clip.mp4"), "v:0", "stream=r_frame_rate", 100))
        .isEqualTo("30/1");
  }

  /** Turned by a quarter: the matrix of its track header (ISO/IEC 14496-12, 8.3.2). */
  private Path turned(Path lying) throws IOException {
    byte[] bytes = Files.readAllBytes(lying);
    int header = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("tkhd");
    ByteBuffer matrix = ByteBuffer.wrap(bytes).position(header + 4 + 40);
    for (int value : new int[] {0, 1 << 16, 0, -1 << 16, 0, 0, 0, 0, 1 << 30}) {
      matrix.putInt(value);
    }
    return Files.write(directory.resolve("turned.mp4"), bytes);
  }

  @Test
  void filmThatAPhoneTookUprightStandsUpright() throws IOException {
    Path lying = made("lying.mp4", "-f", "lavfi", "-i", "testsrc=s=640x360:d=1", "-c:v", "libx264");
    Path turned = turned(lying);
    assertThat(codecs(clip(lying))).startsWith("h264,640,360");
    assertThat(codecs(clip(turned))).startsWith("h264,360,640");
  }

  @Test
  void filmWithoutSoundIsSaidToHaveNone() {
    Path file = made("mute.mp4", "-f", "lavfi", "-i", "testsrc=s=320x240:d=1", "-c:v", "libx264");
    assertThat(ClipMaker.look(file)).isEqualTo(new ClipMaker.Seen(1_000, true, false));
    assertThat(ClipMaker.look(clip(file)).hasSound()).isFalse();
  }

  @Test
  void soundAloneIsAClipWithoutPictures() {
    Path file = made("song.mp3", "-f", "lavfi", "-i", "sine=d=3", "-b:a", "64k");
    assertThat(ClipMaker.look(file).hasPictures()).isFalse();
    ClipMaker.Seen clip = ClipMaker.look(clip(file));
    assertThat(clip.hasPictures()).isFalse();
    assertThat(clip.lengthMs()).isCloseTo(3_000, within(120L));
  }

  @Test
  void coverOfARecordIsNoFilm() {
    Path cover =
        made("cover.png", "-f", "lavfi", "-i", "color=red:s=200x200:d=1", "-frames:v", "1");
    Path song =
        made(
            "covered.mp3",
            "-f",
            "lavfi",
            "-i",
            "sine=d=2",
            "-i",
            Ffmpeg.file(cover),
            "-map",
            "0:a",
            "-map",
            "1:v",
            "-c:v",
            "png",
            "-disposition:v",
            "attached_pic",
            "-id3v2_version",
            "3");
    assertThat(ClipMaker.look(song))
        .extracting(ClipMaker.Seen::hasPictures, ClipMaker.Seen::hasSound)
        .containsExactly(false, true);
    assertThat(ClipMaker.look(clip(song)).hasPictures()).isFalse();
  }

  @Test
  void filmThatDoesNotSayItsLengthIsReadThrough() {
    Path file =
        made(
            "live.webm",
            lavfi(
                "testsrc=s=160x120:d=2",
                "sine=d=2",
                "-c:v",
                "libvpx",
                "-c:a",
                "libopus",
                "-live",
                "1"));
    assertThat(ClipMaker.look(file).lengthMs()).isCloseTo(2_000, within(100L));
  }

  @Test
  void elevenMinutesAreToBeCut() {
    Path file =
        made("long.mp3", "-f", "lavfi", "-i", "anullsrc=d=660", "-b:a", "8k", "-ar", "8000");
    assertThatThrownBy(() -> ClipMaker.look(file))
        .isInstanceOfSatisfying(
            ClipMaker.Refused.class,
            r -> assertThat(r.reason()).isEqualTo(ClipMaker.Reason.TOO_LONG));
  }

  @Test
  void whatIsNoFilmIsRefused() throws IOException {
    Path words = Files.writeString(directory.resolve("words.mp4"), "Not a film at all.");
    Path picture =
        made("picture.png", "-f", "lavfi", "-i", "color=red:s=200x200:d=1", "-frames:v", "1");
    Path list =
        Files.writeString(
            directory.resolve("list.mp4"), "#EXTM3U\n#EXTINF:1,\nfile:///etc/hostname\n");
    Path concat =
        Files.writeString(
            directory.resolve("concat.mp4"), "ffconcat version 1.0\nfile words.mp4\n");
    for (Path file : List.of(words, picture, list, concat)) {
      assertThatThrownBy(() -> ClipMaker.look(file))
          .isInstanceOfSatisfying(
              ClipMaker.Refused.class,
              r -> assertThat(r.reason()).isEqualTo(ClipMaker.Reason.NOT_A_CLIP));
    }
  }

  @Test
  void whoCancelsIsHeard() {
    Path file =
        made(
            "film.mp4",
            "-f",
            "lavfi",
            "-i",
            "testsrc=s=640x360:d=20",
            "-c:v",
            "libx264",
            "-preset",
            "ultrafast");
    assertThatThrownBy(
            () ->
                ClipMaker.make(
                    file,
                    ClipMaker.look(file),
                    directory.resolve("clip.mp4"),
                    percent -> {
                      throw new IllegalStateException("cancelled");
                    }))
        .hasMessage("cancelled");
  }
}
