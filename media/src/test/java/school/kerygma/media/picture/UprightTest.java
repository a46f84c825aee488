package school.kerygma.media.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.handin.Quad;
import school.kerygma.media.process.Ffmpeg;

/** Photos of paper are set upright. */
class UprightTest {

  private static final Quad SLANTED = Quad.read("0.2 0.1 0.8 0.2 0.9 0.9 0.1 0.8");

  @TempDir Path directory;

  /** A photo of a sheet with a dot where a page of the sheet would have it. */
  private static BufferedImage photo(double u, double v) {
    BufferedImage photo = new BufferedImage(600, 800, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = photo.createGraphics();
    g.setColor(new Color(70, 60, 50));
    g.fillRect(0, 0, 600, 800);
    java.awt.Polygon sheet = new java.awt.Polygon();
    SLANTED.corners().forEach(p -> sheet.addPoint((int) (p.x() * 600), (int) (p.y() * 800)));
    g.setColor(Color.WHITE);
    g.fill(sheet);
    Quad.Point at = SLANTED.map().at(u, v);
    g.setColor(Color.RED);
    g.fill(new Ellipse2D.Double(at.x() * 600 - 12, at.y() * 800 - 12, 24, 24));
    g.dispose();
    return photo;
  }

  @Test
  void aSheetThatWasTakenAskewFillsThePictureAndWhatStandsOnItStandsWhereItDoesOnTheSheet()
      throws IOException {
    Path file = directory.resolve("photo.png");
    ImageIO.write(photo(0.75, 0.25), "png", file.toFile());
    Upright.straighten(file, SLANTED);
    BufferedImage seen = ImageIO.read(file.toFile());
    int right = seen.getWidth() - 11;
    int bottom = seen.getHeight() - 11;
    int[] corners = {
      seen.getRGB(10, 10),
      seen.getRGB(right, 10),
      seen.getRGB(10, bottom),
      seen.getRGB(right, bottom)
    };
    assertThat(corners).containsOnly(Color.WHITE.getRGB());
    long x = 0;
    long y = 0;
    long count = 0;
    for (int i = 0; i < seen.getWidth() * seen.getHeight(); i++) {
      Color seenThere = new Color(seen.getRGB(i % seen.getWidth(), i / seen.getWidth()));
      if (seenThere.getRed() > 200 && seenThere.getBlue() < 100) {
        x += i % seen.getWidth();
        y += i / seen.getWidth();
        count++;
      }
    }
    assertThat(x / (double) count / seen.getWidth()).isCloseTo(0.75, within(0.01));
    assertThat(y / (double) count / seen.getHeight()).isCloseTo(0.25, within(0.01));
  }

  /** Reference: ffmpeg's filter "perspective", which takes the same four corners. */
  @Test
  void itIsThePictureThatFfmpegMakesOfTheSameCorners() throws IOException {
    Path taken = directory.resolve("taken.png");
    ImageIO.write(photo(0.6, 0.4), "png", taken.toFile());
    Path theirs = directory.resolve("theirs.png");
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(taken),
        "-vf",
        "format=gbrp,perspective=x0=120:y0=80:x1=480:y1=160:x2=60:y2=640:x3=540:y3=720:interpolation=linear",
        "-pix_fmt",
        "rgb24",
        Ffmpeg.file(theirs));
    Path ours = directory.resolve("ours.png");
    Files.copy(taken, ours);
    Upright.straighten(ours, SLANTED);
    BufferedImage a = ImageIO.read(ours.toFile());
    BufferedImage b = ImageIO.read(theirs.toFile());
    long differ = 0;
    for (int y = 10; y < a.getHeight() - 10; y++) {
      for (int x = 10; x < a.getWidth() - 10; x++) {
        int of = a.getRGB(x, y);
        int to = b.getRGB(x, y * b.getHeight() / a.getHeight());
        differ += Math.abs((of & 255) - (to & 255)) > 40 ? 1 : 0;
      }
    }
    assertThat(differ).isLessThan(a.getWidth() * a.getHeight() / 400);
  }

  @Test
  void theSheetIsProposedWhereItLies() throws IOException {
    Path file = directory.resolve("photo.png");
    ImageIO.write(photo(0.5, 0.5), "png", file.toFile());
    Quad found = Upright.edges(Files.newInputStream(file)).orElseThrow();
    for (int i = 0; i < 4; i++) {
      assertThat(found.corners().get(i).x()).isCloseTo(SLANTED.corners().get(i).x(), within(0.02));
      assertThat(found.corners().get(i).y()).isCloseTo(SLANTED.corners().get(i).y(), within(0.02));
    }
  }
}
