package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.function.Supplier;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.media.process.Program;

/** Looked at by another program: Poppler's pdfinfo and pdftoppm. */
class PicturesPdfTest {

  @TempDir Path directory;

  private static Supplier<byte[]> picture(int width, int height, Color color, String type) {
    return () -> {
      BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
      Graphics2D g = image.createGraphics();
      g.setColor(color);
      g.fillRect(0, 0, width, height);
      g.dispose();
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      try {
        ImageIO.write(image, type, out);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return out.toByteArray();
    };
  }

  @Test
  void picturesBecomePagesInTheirOrderAndShape() throws IOException {
    Path pdf = directory.resolve("work.pdf");
    try (var out = Files.newOutputStream(pdf)) {
      PicturesPdf.write(
          "Sketches",
          List.of(
              picture(900, 1200, Color.RED, "jpeg"),
              picture(1200, 900, Color.GREEN, "png"),
              picture(900, 900, Color.BLUE, "jpeg")),
          out);
    }
    String info =
        new String(
            Program.run(
                List.of("pdfinfo", "-f", "1", "-l", "3", pdf.toString()),
                Duration.ofMinutes(1),
                10_000),
            StandardCharsets.UTF_8);
    assertThat(info)
        .contains("Title:", "Sketches")
        .containsPattern("Page +1 size: +612 x 816 pts")
        .containsPattern("Page +2 size: +612 x 459 pts")
        .containsPattern("Page +3 size: +612 x 612 pts");
    Program.run(
        List.of("pdftoppm", "-r", "20", "-png", pdf.toString(), directory.resolve("p").toString()),
        Duration.ofMinutes(1),
        1_000);
    List<Color> near = List.of(Color.RED, Color.GREEN, Color.BLUE);
    for (int i = 0; i < 3; i++) {
      BufferedImage page = ImageIO.read(directory.resolve("p-" + (i + 1) + ".png").toFile());
      Color seen = new Color(page.getRGB(page.getWidth() / 2, page.getHeight() / 2));
      assertThat(Math.abs(seen.getRed() - near.get(i).getRed())).isLessThan(8);
      assertThat(Math.abs(seen.getGreen() - near.get(i).getGreen())).isLessThan(8);
      assertThat(Math.abs(seen.getBlue() - near.get(i).getBlue())).isLessThan(8);
    }
  }
}
