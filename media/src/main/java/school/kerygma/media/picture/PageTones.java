package school.kerygma.media.picture;

import java.awt.image.BufferedImage;
import school.kerygma.core.handin.Tones;

/** Finds what is dark on the picture of a page. */
public final class PageTones {

  private PageTones() {}

  /** What is dark, by luminance (ITU-R BT.601, 2.5.1: 0.299 red, 0.587 green, 0.114 blue). */
  public static Tones of(BufferedImage picture) {
    return Tones.of(luminance(picture), picture.getWidth(), picture.getHeight());
  }

  /** How light each pixel is, row by row; 0 is black and 255 white. */
  static int[] luminance(BufferedImage picture) {
    int width = picture.getWidth();
    int height = picture.getHeight();
    int[] luminance = new int[width * height];
    int[] pixels = Pixels.of(picture);
    for (int at = 0; at < luminance.length; at++) {
      int rgb = pixels[at];
      luminance[at] = (299 * (rgb >> 16 & 255) + 587 * (rgb >> 8 & 255) + 114 * (rgb & 255)) / 1000;
    }
    return luminance;
  }
}
