package school.kerygma.app.school.sections;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/**
 * A QR code (ISO/IEC 18004) as the path of an SVG, one unit a module.
 *
 * @param size modules on each side, the quiet zone of 4 included
 * @param path the dark modules
 */
public record QrCode(int size, String path) {

  public static QrCode of(String text) {
    try {
      BitMatrix bits =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.MARGIN,
                      4,
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.M));
      StringBuilder path = new StringBuilder();
      for (int y = 0; y < bits.getHeight(); y++) {
        for (int x = 0; x < bits.getWidth(); x++) {
          int from = x;
          while (x < bits.getWidth() && bits.get(x, y)) {
            x++;
          }
          if (x > from) {
            path.append('M')
                .append(from)
                .append(' ')
                .append(y)
                .append('h')
                .append(x - from)
                .append("v1h-")
                .append(x - from)
                .append('z');
          }
        }
      }
      return new QrCode(bits.getWidth(), path.toString());
    } catch (WriterException e) {
      throw new IllegalArgumentException(e);
    }
  }
}
