package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.QuadCurve2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDPageContentStream.AppendMode;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handout.Word;
import school.kerygma.media.picture.PageTones;

/**
 * Work in which nothing was done, and work in which little was: files by four programs (Poppler,
 * MuPDF and LibreOffice beside our own) and drawn photos, against the paper that was given out.
 * What is right was decided for each as it was made.
 */
class BlankWorkTest {

  @TempDir static Path directory;
  private static Path sheet;
  private static List<Blank.Sheet> given;

  private static final String BODY =
      "<h1>Load table</h1><p>Name: ____________________ Date: __________</p>"
          + "<p>Hang the weights on your bridge, one after the other. Measure how far the deck"
          + " bends in the middle and write it into the table. Stop at 40 newtons.</p>"
          + "<table><tr><th>weight</th><th>bends (mm)</th><th>what you saw</th></tr>"
          + "<tr><td>5 N</td><td></td><td></td></tr><tr><td>10 N</td><td></td><td></td></tr>"
          + "<tr><td>20 N</td><td></td><td></td></tr><tr><td>40 N</td><td></td><td></td></tr></table>"
          + "<p>1. Where did it bend most? ______________________________</p>"
          + "<p>2. Would a third pier help? [ ] yes [ ] no</p><div class='frame'></div>"
          + "<p style='page-break-before: always'>3. Draw the bridge that you would build now.</p>"
          + "<div class='frame'></div>";

  private static String page(String body, String style) {
    return "<html xmlns='http://www.w3.org/1999/xhtml'><head><title>t</title><style>@page { size: 612pt"
        + " 792pt; margin: 50pt; } body { font-family: Helvetica; font-size: 12pt; } table {"
        + " border-collapse: collapse; width: 100%; } td, th { border: 1pt solid black; height: 24pt; }"
        + " .frame { border: 1pt solid black; height: 150pt; }"
        + style
        + "</style></head><body>"
        + body
        + "</body></html>";
  }

  private static Path set(String name, String xhtml) throws IOException {
    Path to = directory.resolve(name);
    try (OutputStream out = Files.newOutputStream(to)) {
      HtmlPaper.write(xhtml, out);
    }
    return to;
  }

  @BeforeAll
  static void giveOut() throws IOException {
    sheet = set("sheet.pdf", page(BODY, ""));
    given = read(sheet);
  }

  private static List<Blank.Sheet> read(Path file) {
    List<Blank.Sheet> sheets = new ArrayList<>();
    try (Paper paper = Paper.open(file)) {
      for (int number = 1; number <= paper.pageCount(); number++) {
        sheets.add(
            new Blank.Sheet(
                paper.page(number).words().stream().map(Word::text).toList(),
                PageTones.of(paper.picture(number, Blank.WIDTH))));
      }
    }
    return sheets;
  }

  private static Optional<Blank.Finding> look(Path file) {
    return Blank.ofPages(read(file), List.of(given));
  }

  /** What is drawn on a page of the sheet. */
  private interface Pen {
    void draw(PDPageContentStream on) throws IOException;
  }

  private static Path on(String name, int page, Pen pen) throws IOException {
    Path to = directory.resolve(name + ".pdf");
    try (PDDocument document = Loader.loadPDF(sheet.toFile())) {
      try (PDPageContentStream on =
          new PDPageContentStream(
              document, document.getPage(page - 1), AppendMode.APPEND, true, true)) {
        pen.draw(on);
      }
      document.save(to.toFile());
    }
    return to;
  }

  private static Pen words(double x, double y, double size, String text) {
    return on -> {
      on.beginText();
      on.setFont(new PDType1Font(FontName.HELVETICA), (float) size);
      on.newLineAtOffset((float) x, (float) y);
      on.showText(text);
      on.endText();
    };
  }

  private static Pen line(double width, double... points) {
    return on -> {
      on.setLineWidth((float) width);
      on.setStrokingColor(new Color(30, 60, 150));
      on.moveTo((float) points[0], (float) points[1]);
      for (int i = 2; i < points.length; i += 2) {
        on.lineTo((float) points[i], (float) points[i + 1]);
      }
      on.stroke();
    };
  }

  private static Path run(String name, String... command) throws Exception {
    Path to = directory.resolve(name);
    List<String> all = new ArrayList<>(Arrays.asList(command));
    all.replaceAll(part -> part.equals("TO") ? to.toString() : part);
    Process process =
        new ProcessBuilder(all)
            .redirectErrorStream(true)
            .redirectOutput(directory.resolve("log").toFile())
            .start();
    assertThat(process.waitFor()).as(String.join(" ", all)).isZero();
    return to;
  }

  /** A photo: the page a little turned, in uneven light, with the grain of a small camera. */
  private static Path photo(String name, BufferedImage page, double turn) throws IOException {
    BufferedImage photo = new BufferedImage(1200, 1600, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = photo.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    g.setPaint(
        new GradientPaint(0, 0, new Color(244, 240, 230), 1200, 1600, new Color(176, 172, 166)));
    g.fillRect(0, 0, 1200, 1600);
    AffineTransform at = new AffineTransform();
    at.translate(600, 800);
    at.rotate(turn);
    at.scale(1150.0 / page.getWidth(), 1150.0 / page.getWidth());
    at.translate(-page.getWidth() / 2.0, -page.getHeight() / 2.0);
    g.setComposite(java.awt.AlphaComposite.getInstance(java.awt.AlphaComposite.SRC_OVER, 0.8f));
    g.drawImage(page, at, null);
    g.dispose();
    Random grain = new Random(7);
    for (int y = 0; y < 1600; y++) {
      for (int x = 0; x < 1200; x++) {
        int by = (int) (grain.nextGaussian() * 4);
        int rgb = photo.getRGB(x, y);
        int r = Math.clamp((rgb >> 16 & 255) + by, 0, 255);
        int gr = Math.clamp((rgb >> 8 & 255) + by, 0, 255);
        int b = Math.clamp((rgb & 255) + by, 0, 255);
        photo.setRGB(x, y, r << 16 | gr << 8 | b);
      }
    }
    Path to = directory.resolve(name + ".jpg");
    ImageIO.write(photo, "jpeg", to.toFile());
    return to;
  }

  private static BufferedImage paper() {
    BufferedImage page = new BufferedImage(900, 1165, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = page.createGraphics();
    g.setColor(Color.WHITE);
    g.fillRect(0, 0, 900, 1165);
    g.dispose();
    return page;
  }

  private static BufferedImage pencil(BufferedImage page, int gray) {
    Graphics2D g = page.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(new Color(gray, gray, gray));
    g.setStroke(new BasicStroke(3));
    g.draw(new QuadCurve2D.Double(150, 600, 450, 300, 750, 600));
    g.drawLine(150, 600, 750, 602);
    g.dispose();
    return page;
  }

  private static BufferedImage picture(int number) {
    try (Paper paper = Paper.open(sheet)) {
      return paper.picture(number, 1200);
    }
  }

  private static Path saved(String name, BufferedImage picture, String format) throws IOException {
    Path to = directory.resolve(name + "." + format);
    ImageIO.write(picture, format, to.toFile());
    return to;
  }

  private static Path pages(String name, int... kept) throws IOException {
    Path to = directory.resolve(name + ".pdf");
    try (PDDocument from = Loader.loadPDF(sheet.toFile());
        PDDocument into = new PDDocument()) {
      for (int number : kept) {
        into.importPage(from.getPage(number - 1));
      }
      into.save(to.toFile());
    }
    return to;
  }

  private static Path empty() throws IOException {
    Path to = directory.resolve("empty.pdf");
    try (PDDocument into = new PDDocument()) {
      into.addPage(new PDPage());
      into.addPage(new PDPage());
      into.save(to.toFile());
    }
    return to;
  }

  @Test
  void workInWhichNothingWasDoneIsNoticedAndLittleWorkIsLeftAlone() throws Exception {
    Map<String, Path> untouched = new LinkedHashMap<>();
    untouched.put("the file itself", sheet);
    untouched.put(
        "saved by Poppler", run("poppler.pdf", "pdftocairo", "-pdf", sheet.toString(), "TO"));
    untouched.put(
        "saved by Poppler for another paper size",
        run("a4.pdf", "pdftocairo", "-pdf", "-paper", "A4", "-expand", sheet.toString(), "TO"));
    untouched.put(
        "saved by MuPDF", run("mupdf.pdf", "mutool", "clean", "-gg", "-z", sheet.toString(), "TO"));
    untouched.put(
        "set with larger letters", set("large.pdf", page(BODY, "body { font-size: 15pt; }")));
    untouched.put(
        "set in two columns",
        set("serif.pdf", page(BODY, "body { font-family: Times; margin-right: 120pt; }")));
    untouched.put("its first page only", pages("first", 1));
    untouched.put("its pages twice", pages("twice", 1, 2, 1, 2));
    untouched.put("its pages in another order", pages("order", 2, 1));
    untouched.put("a picture of a page", saved("picture", picture(1), "png"));
    untouched.put("the same as JPEG", saved("jpeg", picture(2), "jpeg"));
    untouched.put("a PDF without anything", empty());
    untouched.put("a photo of an empty page", photo("white", paper(), 0.02));
    untouched.put("an empty picture", saved("nothing", paper(), "png"));

    Map<String, Path> worked = new LinkedHashMap<>();
    worked.put("one word", on("word", 1, words(250, 395, 11, "middle")));
    worked.put("one digit in the table", on("digit", 1, words(240, 565, 12, "7")));
    worked.put("a tick", on("tick", 1, line(1.5, 190, 372, 195, 366, 204, 380)));
    worked.put(
        "a cross in a box",
        on(
            "cross",
            1,
            on -> {
              line(1.2, 190, 366, 200, 378).draw(on);
              line(1.2, 190, 378, 200, 366).draw(on);
            }));
    worked.put(
        "a ring around a word",
        on("ring", 1, line(1.2, 100, 660, 150, 672, 200, 660, 150, 648, 100, 660)));
    worked.put("a word underlined", on("under", 1, line(0.8, 60, 640, 130, 640)));
    worked.put(
        "a drawing on the second page", on("draw", 2, line(2, 100, 600, 300, 690, 500, 600)));
    worked.put("a word on the second page", on("second", 2, words(120, 640, 14, "arch")));
    worked.put("written small", on("small", 1, words(240, 540, 7, "12 mm")));
    worked.put(
        "written by hand in red",
        on("hand", 1, line(1, 240, 520, 248, 530, 256, 520, 264, 531, 272, 520)));
    worked.put(
        "filled in and saved by Poppler",
        run(
            "p2.pdf",
            "pdftocairo",
            "-pdf",
            on("f1", 1, words(240, 565, 12, "3")).toString(),
            "TO"));
    worked.put(
        "filled in and saved by MuPDF",
        run(
            "m2.pdf",
            "mutool",
            "clean",
            "-gg",
            on("f2", 1, line(1.5, 190, 372, 195, 366, 204, 380)).toString(),
            "TO"));
    worked.put(
        "set anew with answers",
        set(
            "answers.pdf",
            page(
                BODY.replace("most? ____", "most? under the pier ____"),
                "body { font-size: 15pt; }")));
    worked.put(
        "another text",
        set("other.pdf", page("<p>My bridge is a beam of twelve sticks. It held.</p>", "")));
    worked.put(
        "the sheet and a page of one's own",
        set("more.pdf", page(BODY + "<p>We built it on Monday.</p>", "")));
    worked.put("a picture of the page with a digit", saved("pd", pencil(picture(2), 60), "png"));
    worked.put("a photo of the filled page", photo("filled", pencil(picture(1), 60), 0.03));
    worked.put("a photo of a pencil sketch", photo("pencil", pencil(paper(), 90), -0.02));
    worked.put("a photo of a faint sketch", photo("faint", pencil(paper(), 150), 0));
    worked.put("a picture of a sketch", saved("sketch", pencil(paper(), 40), "png"));

    List<String> missed = new ArrayList<>();
    List<String> falseAlarms = new ArrayList<>();
    for (Map.Entry<String, Path> e : untouched.entrySet()) {
      if (look(e.getValue()).isEmpty()) {
        missed.add(e.getKey());
      }
    }
    for (Map.Entry<String, Path> e : worked.entrySet()) {
      look(e.getValue()).ifPresent(f -> falseAlarms.add(e.getKey() + ": " + f));
    }
    assertThat(untouched.size() + worked.size()).isGreaterThanOrEqualTo(30);
    assertThat(missed).as("missed").isEmpty();
    assertThat(falseAlarms).as("false alarms").isEmpty();
  }
}
