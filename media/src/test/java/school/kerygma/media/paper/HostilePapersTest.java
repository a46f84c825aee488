package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.media.paper.PaperRefused.Reason;

class HostilePapersTest {

  @TempDir private Path directory;

  private static void assertRefused(Path file, Reason reason) {
    assertThatThrownBy(() -> Paper.open(file).close())
        .isInstanceOfSatisfying(PaperRefused.class, e -> assertThat(e.reason()).isEqualTo(reason));
  }

  private Path file(String name, byte[] content) throws IOException {
    return Files.write(directory.resolve(name), content);
  }

  @Test
  void anEmptyFile() throws IOException {
    assertRefused(file("empty.pdf", new byte[0]), Reason.NOTHING_IN_IT);
  }

  @Test
  void aProgramThatCallsItselfAPdf() throws IOException {
    byte[] program = new byte[4096];
    System.arraycopy(new byte[] {0x7F, 'E', 'L', 'F', 2, 1, 1}, 0, program, 0, 7);
    assertRefused(file("homework.pdf", program), Reason.NOT_A_PAPER);
  }

  @Test
  void aPageOfTheWebThatCallsItselfAPicture() throws IOException {
    assertRefused(
        file(
            "photo.png", "<html><script>alert(1)</script></html>".getBytes(StandardCharsets.UTF_8)),
        Reason.NOT_A_PAPER);
  }

  @Test
  void aLockedPdf() throws IOException {
    assertRefused(TestPapers.locked(directory), Reason.ENCRYPTED);
  }

  @Test
  void aPdfThatBreaksOff() throws IOException {
    byte[] whole = Files.readAllBytes(TestPapers.twoColumns(directory));
    assertRefused(file("broken.pdf", java.util.Arrays.copyOf(whole, 20)), Reason.DAMAGED);
  }

  @Test
  void aPdfOfThreeHundredPages() throws IOException {
    assertRefused(TestPapers.pages(directory, 300), Reason.TOO_MANY_PAGES);
    try (Paper paper = Paper.open(TestPapers.pages(directory, 200))) {
      assertThat(paper.pageCount()).isEqualTo(200);
    }
  }

  @Test
  void aPageOfSevenMeters() throws IOException {
    assertRefused(TestPapers.huge(directory), Reason.PAGE_TOO_LARGE);
  }

  @Test
  void aFileLargerThanAPaper() throws IOException {
    Path file = directory.resolve("large.pdf");
    try (var sparse = new java.io.RandomAccessFile(file.toFile(), "rw")) {
      sparse.setLength(PaperLimits.FILE_BYTES + 1);
    }
    assertRefused(file, Reason.TOO_LARGE);
  }

  private static byte[] deflated(byte[] content) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (DeflaterOutputStream deflater = new DeflaterOutputStream(out)) {
      deflater.write(content);
    }
    return out.toByteArray();
  }

  private static byte[] zeros(int megabytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (DeflaterOutputStream deflater = new DeflaterOutputStream(out)) {
      byte[] megabyte = new byte[1024 * 1024];
      for (int i = 0; i < megabytes; i++) {
        deflater.write(megabyte);
      }
    }
    return out.toByteArray();
  }

  private static byte[] pdfWith(byte[] stream, String filter) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(
        "%PDF-1.4\n1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj\n"
            .getBytes(StandardCharsets.US_ASCII));
    out.write(
        "2 0 obj <</Type/Pages/Kids[3 0 R]/Count 1>> endobj\n".getBytes(StandardCharsets.US_ASCII));
    out.write(
        "3 0 obj <</Type/Page/Parent 2 0 R/MediaBox[0 0 100 100]/Contents 4 0 R>> endobj\n"
            .getBytes(StandardCharsets.US_ASCII));
    out.write(
        ("4 0 obj <</Filter" + filter + "/Length " + stream.length + ">> stream\n")
            .getBytes(StandardCharsets.US_ASCII));
    out.write(stream);
    out.write(
        "\nendstream endobj\ntrailer <</Root 1 0 R>>\n%%EOF\n".getBytes(StandardCharsets.US_ASCII));
    return out.toByteArray();
  }

  @Test
  void aSmallPdfThatUnfoldsToHalfAGigabyte() throws IOException {
    byte[] bomb = pdfWith(zeros(500), "/FlateDecode");
    assertThat(bomb.length).isLessThan(600_000);
    assertRefused(file("bomb.pdf", bomb), Reason.SWELLS);
  }

  @Test
  void aPdfThatIsDeflatedTwice() throws IOException {
    byte[] bomb = pdfWith(deflated(zeros(500)), "[/FlateDecode/FlateDecode]");
    assertThat(bomb.length).isLessThan(20_000);
    assertRefused(file("bomb2.pdf", bomb), Reason.SWELLS);
  }

  /** Runs of 128 zeros (ISO 32000-1, 7.4.5), as the inflated bytes of a deflated stream. */
  private static byte[] runs(int megabytes) throws IOException {
    byte[] pairs = new byte[2 * megabytes * 8192];
    for (int i = 0; i < pairs.length; i += 2) {
      pairs[i] = (byte) 129; // 257 - 129 = 128 times
    }
    return pairs;
  }

  @Test
  void aPdfOfSixteenKilobytesWhoseFiltersUnfoldOneAnother() throws IOException {
    byte[] once = pdfWith(deflated(runs(300)), "[/FlateDecode /RunLengthDecode]");
    assertThat(once.length).isLessThan(16_000);
    assertRefused(file("runs.pdf", once), Reason.SWELLS);
    byte[] named = pdfWith(deflated(runs(300)), "[/F#6cateDecode /RL]");
    assertRefused(file("named.pdf", named), Reason.SWELLS);
  }

  @Test
  void aPdfWhoseDeflatedStreamIsWrittenInLetters() throws IOException {
    StringBuilder hex = new StringBuilder();
    for (byte b : zeros(300)) {
      hex.append("%02x".formatted(b));
    }
    assertRefused(
        file(
            "hex.pdf",
            pdfWith(
                (hex + ">").getBytes(StandardCharsets.US_ASCII), "[/ASCIIHexDecode /FlateDecode]")),
        Reason.SWELLS);
  }

  @Test
  void aPageTreeFiveThousandDeep() throws IOException {
    StringBuilder pdf =
        new StringBuilder("%PDF-1.4\n1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj\n");
    for (int i = 2; i < 5_002; i++) {
      pdf.append(i)
          .append(" 0 obj <</Type/Pages/Count 1/Kids[")
          .append(i + 1)
          .append(" 0 R]>> endobj\n");
    }
    pdf.append(
        "5002 0 obj <</Type/Page/MediaBox[0 0 100 100]>> endobj\ntrailer <</Root 1 0 R>>\n%%EOF\n");
    Path deep = file("deep.pdf", pdf.toString().getBytes(StandardCharsets.US_ASCII));
    assertThatThrownBy(
            () -> {
              try (Paper paper = Paper.open(deep)) {
                paper.picture(1, 100);
              }
            })
        .isInstanceOf(PaperRefused.class);
  }

  @Test
  void aPictureThreePointsWideAndSixtyFiveThousandHigh() throws IOException {
    Path strip = directory.resolve("strip.png");
    ImageIO.write(new BufferedImage(3, 65_000, BufferedImage.TYPE_INT_RGB), "png", strip.toFile());
    assertRefused(strip, Reason.PAGE_TOO_LARGE);
  }

  @Test
  void aDamagedPicture() throws IOException {
    Path whole = directory.resolve("whole.png");
    ImageIO.write(new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB), "png", whole.toFile());
    byte[] bytes = Files.readAllBytes(whole);
    assertRefused(
        file("half.png", java.util.Arrays.copyOf(bytes, bytes.length / 2)), Reason.DAMAGED);
    try (Paper paper = Paper.open(whole)) {
      assertThat(paper.page(1).width()).isEqualTo(792);
      assertThat(paper.picture(1, 100).getHeight()).isEqualTo(50);
    }
  }
}
