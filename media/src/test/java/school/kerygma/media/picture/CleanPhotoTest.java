package school.kerygma.media.picture;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a photo was taken is nobody's business. Reference: the JDK's own decoder of the pixels. */
class CleanPhotoTest {

  /** Stands for latitude and longitude, wherever a camera puts them. */
  private static final String PLACE = "44.6488N 63.5752W";

  @TempDir private Path directory;

  private static BufferedImage picture() {
    BufferedImage picture = new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB);
    for (int x = 0; x < 40; x++) {
      for (int y = 0; y < 20; y++) {
        picture.setRGB(x, y, x * 6 << 16 | y * 12 << 8 | 90);
      }
    }
    return picture;
  }

  private static byte[] written(String kind) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(picture(), kind, out);
    return out.toByteArray();
  }

  private static byte[] exif(int orientation, ByteOrder order) {
    ByteBuffer b = ByteBuffer.allocate(100).order(order);
    b.put("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
    b.put((order == ByteOrder.LITTLE_ENDIAN ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
    b.putShort((short) 42).putInt(8).putShort((short) 1);
    b.putShort((short) 0x0112).putShort((short) 3).putInt(1);
    b.putShort((short) orientation).putShort((short) 0).putInt(0);
    b.put(PLACE.getBytes(StandardCharsets.US_ASCII));
    return b.array();
  }

  private static byte[] jpegWith(byte[] exif) throws IOException {
    byte[] plain = written("jpg");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(plain, 0, 2);
    out.write(new byte[] {(byte) 0xFF, (byte) 0xE1, 0, (byte) (exif.length + 2)});
    out.write(exif);
    out.write(plain, 2, plain.length - 2);
    return out.toByteArray();
  }

  private Path kept(byte[] photo) throws IOException {
    return Files.write(directory.resolve("photo"), photo);
  }

  private static String text(Path file) throws IOException {
    return new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
  }

  @ParameterizedTest
  @CsvSource({"1,0", "3,2", "6,1", "8,3"})
  void whereAPhotoWasTakenIsGoneAndHowItIsTurnedIsKnown(int orientation, int turns)
      throws IOException {
    for (ByteOrder order : new ByteOrder[] {ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN}) {
      Path photo = kept(jpegWith(exif(orientation, order)));
      assertThat(text(photo)).contains(PLACE);
      Path clean = directory.resolve("clean");
      assertThat(CleanPhoto.clean(photo, clean)).hasValue(turns);
      assertThat(text(clean)).doesNotContain(PLACE);
      BufferedImage before = ImageIO.read(photo.toFile());
      BufferedImage after = ImageIO.read(clean.toFile());
      assertThat(after.getRGB(0, 0, 40, 20, null, 0, 40))
          .isEqualTo(before.getRGB(0, 0, 40, 20, null, 0, 40));
      // Cleaned again it is the same: how it is turned stays known to whoever saves it.
      Path again = directory.resolve("again");
      assertThat(CleanPhoto.clean(clean, again)).hasValue(turns);
      assertThat(Files.readAllBytes(again)).isEqualTo(Files.readAllBytes(clean));
    }
  }

  @Test
  void aPngLosesItsWordsAndKeepsItsPixels() throws IOException {
    byte[] plain = written("png");
    byte[] words = ("tEXtplace\0" + PLACE).getBytes(StandardCharsets.ISO_8859_1);
    CRC32 sum = new CRC32();
    sum.update(words);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(plain, 0, 33); // The signature and the header.
    out.write(ByteBuffer.allocate(4).putInt(words.length - 4).array());
    out.write(words);
    out.write(ByteBuffer.allocate(4).putInt((int) sum.getValue()).array());
    out.write(plain, 33, plain.length - 33);
    Path clean = directory.resolve("clean");
    assertThat(CleanPhoto.clean(kept(out.toByteArray()), clean)).hasValue(0);
    assertThat(text(clean)).doesNotContain(PLACE);
    assertThat(Files.readAllBytes(clean)).isEqualTo(plain);
  }

  @Test
  void whatIsNoPhotoOrTornIsLeftAlone() throws IOException {
    Path clean = directory.resolve("clean");
    assertThat(CleanPhoto.clean(kept("a text".getBytes(StandardCharsets.UTF_8)), clean)).isEmpty();
    byte[] torn = java.util.Arrays.copyOf(jpegWith(exif(6, ByteOrder.BIG_ENDIAN)), 60);
    assertThat(CleanPhoto.clean(kept(torn), clean)).isEmpty();
    assertThat(CleanPhoto.clean(kept(new byte[0]), clean)).isEmpty();
  }
}
