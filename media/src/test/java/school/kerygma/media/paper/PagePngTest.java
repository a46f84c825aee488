package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class PagePngTest {

  private static BufferedImage page(boolean colourful) {
    BufferedImage page = new BufferedImage(600, 400, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = page.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
    g.setColor(Color.WHITE);
    g.fillRect(0, 0, 600, 400);
    g.setColor(Color.BLACK);
    for (int line = 0; line < 18; line++) {
      g.drawString("Every row of the load table needs a unit, line " + line, 20, 24 + 20 * line);
    }
    if (colourful) {
      for (int x = 0; x < 600; x++) {
        g.setColor(new Color(x % 256, x / 3, 255 - x % 256));
        g.drawLine(x, 380, x, 399);
      }
    }
    g.dispose();
    return page;
  }

  private static void assertSamePixels(BufferedImage page) throws IOException {
    BufferedImage read = ImageIO.read(new ByteArrayInputStream(PagePng.write(page)));
    assertThat(read.getRGB(0, 0, 600, 400, null, 0, 600))
        .isEqualTo(page.getRGB(0, 0, 600, 400, null, 0, 600));
  }

  @Test
  void aPrintedPageIsSmallerThanInFullColourAndKeepsEveryPixel() throws IOException {
    BufferedImage page = page(false);
    assertSamePixels(page);
    ByteArrayOutputStream plain = new ByteArrayOutputStream();
    ImageIO.write(page, "png", plain);
    assertThat(PagePng.write(page)).hasSizeLessThan(plain.size() * 2 / 3);
  }

  @Test
  void aPageOfManyColoursKeepsEveryPixel() throws IOException {
    assertSamePixels(page(true));
  }
}
