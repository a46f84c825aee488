import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.OutputStream;

/**
 * Draws the clip of the demonstration: a card bridge on which weights are laid until it bends. {@code java bin/LoadTest.java
 * app/src/main/resources/demo/clips/load-test.mp4}, with ffmpeg.
 */
final class LoadTest {

  private static final int W = 640;
  private static final int H = 360;
  private static final int RATE = 25;
  private static final double SECONDS = 7;
  private static final int WEIGHTS = 5;

  private LoadTest() {}

  public static void main(String[] arguments) throws Exception {
    Process ffmpeg =
        new ProcessBuilder(
                "ffmpeg", "-v", "error", "-y", "-f", "rawvideo", "-pix_fmt", "bgr24", "-s", W + "x" + H, "-r", "" + RATE, "-i", "-",
                "-c:v", "libx264", "-preset", "veryslow", "-crf", "27", "-pix_fmt", "yuv420p", "-movflags", "+faststart",
                "-fflags", "+bitexact", "-flags:v", "+bitexact", arguments[0])
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    try (OutputStream out = ffmpeg.getOutputStream()) {
      for (int i = 0; i < SECONDS * RATE; i++) {
        BufferedImage picture = new BufferedImage(W, H, BufferedImage.TYPE_3BYTE_BGR);
        Graphics2D g = picture.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        draw(g, (double) i / RATE);
        g.dispose();
        out.write(((DataBufferByte) picture.getRaster().getDataBuffer()).getData());
      }
    }
    System.exit(ffmpeg.waitFor());
  }

  private static void draw(Graphics2D g, double t) {
    g.setColor(new Color(0xEFE8DC));
    g.fillRect(0, 0, W, H);
    g.setColor(new Color(0x9FB8B2));
    g.fillRect(0, 285, W, H - 285);
    g.setColor(new Color(0x8A7660));
    g.fillRect(0, 215, 120, H - 215);
    g.fillRect(W - 120, 215, 120, H - 215);
    // A weight comes down every second and a bit; each bends the bridge more than the one before.
    int down = 0;
    double bend = 0;
    for (int k = 0; k < WEIGHTS; k++) {
      double since = t - 0.5 - k * 1.1;
      if (since > 0.5) {
        down++;
        double settled = 1 - Math.exp(-6 * (since - 0.5)) * Math.cos(18 * (since - 0.5));
        bend += settled * (4 + 5 * k);
      }
    }
    Path2D deck = new Path2D.Double();
    deck.moveTo(100, 212);
    deck.quadTo(W / 2.0, 212 + 2 * bend, W - 100, 212);
    Path2D top = new Path2D.Double();
    top.moveTo(100, 176);
    top.quadTo(W / 2.0, 176 + 2 * bend, W - 100, 176);
    g.setStroke(new BasicStroke(5, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    g.setColor(new Color(0x22302E));
    g.draw(deck);
    g.draw(top);
    g.setStroke(new BasicStroke(3));
    for (int i = 0; i <= 10; i++) {
      double x = 100 + i * (W - 200) / 10.0;
      g.draw(new java.awt.geom.Line2D.Double(x, sag(x, 176, bend), x, sag(x, 212, bend)));
      if (i < 10) {
        double next = 100 + (i + 1) * (W - 200) / 10.0;
        boolean up = i % 2 == 0;
        g.draw(new java.awt.geom.Line2D.Double(x, sag(x, up ? 212 : 176, bend), next, sag(next, up ? 176 : 212, bend)));
      }
    }
    g.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 15));
    for (int k = 0; k < WEIGHTS; k++) {
      double since = t - 0.5 - k * 1.1;
      if (since > 0) {
        double x = W / 2.0 + (k % 2 == 0 ? -1 : 1) * ((k + 1) / 2) * 46;
        double rest = sag(x, 176, bend) - 37;
        double y = since < 0.5 ? rest - 140 * (1 - 4 * since * since) : rest;
        g.setColor(new Color(0x5B3A5E));
        g.fillRect((int) x - 21, (int) y, 42, 35);
        g.setColor(Color.WHITE);
        g.drawString("2 N", (int) x - 13, (int) y + 23);
      }
    }
    g.setColor(new Color(0x22302E));
    g.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 26));
    g.drawString(2 * down + " newtons", 24, 44);
  }

  private static double sag(double x, double y, double bend) {
    double u = (x - 100) / (W - 200);
    return y + 4 * bend * u * (1 - u);
  }
}
