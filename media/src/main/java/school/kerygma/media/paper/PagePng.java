package school.kerygma.media.paper;

import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/**
 * Writes a page as a PNG file that is small for what it holds: a page of at most 256 colours, as
 * most printed pages are, has a palette. No pixel is changed.
 */
public final class PagePng {

  private static final int PALETTE = 256;

  private PagePng() {}

  /**
   * @param page a picture without transparency
   */
  public static byte[] write(BufferedImage page) {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
      ImageWriteParam how = writer.getDefaultWriteParam();
      how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      how.setCompressionQuality(0.2f); // Deflate's level 8: 9 takes twice as long for nothing.
      writer.setOutput(out);
      writer.write(null, new IIOImage(withPalette(page).orElse(page), null, null), how);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } finally {
      writer.dispose();
    }
    return bytes.toByteArray();
  }

  private static Optional<BufferedImage> withPalette(BufferedImage page) {
    int width = page.getWidth();
    int height = page.getHeight();
    int[] row = new int[width];
    byte[] indexes = new byte[width * height];
    Map<Integer, Integer> colours = new HashMap<>();
    int[] palette = new int[PALETTE];
    int last = -1;
    int lastIndex = 0;
    for (int y = 0; y < height; y++) {
      page.getRGB(0, y, width, 1, row, 0, width);
      for (int x = 0; x < width; x++) {
        if (row[x] != last || colours.isEmpty()) {
          last = row[x];
          Integer known = colours.get(last);
          if (known == null) {
            if (colours.size() == PALETTE) {
              return Optional.empty();
            }
            known = colours.size();
            colours.put(last, known);
            palette[known] = last;
          }
          lastIndex = known;
        }
        indexes[y * width + x] = (byte) lastIndex;
      }
    }
    IndexColorModel model =
        new IndexColorModel(
            8, colours.size(), palette, 0, false, -1, java.awt.image.DataBuffer.TYPE_BYTE);
    BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_INDEXED, model);
    small.getRaster().setDataElements(0, 0, width, height, indexes);
    return Optional.of(small);
  }
}
