package school.kerygma.app.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;

/**
 * Draws the papers of the demonstration. The sheet has faults on purpose: a weekday that does not
 * fit its date, and one point more than its rubric.
 */
final class DemoPapers {

  private DemoPapers() {}

  /** The assignment sheet, 2 pages, due on the Thursday of next week, which it calls a Friday. */
  static byte[] sheet(LocalDate today) {
    LocalDate thursday = today.with(java.time.DayOfWeek.THURSDAY).plusWeeks(1);
    String date = DateTimeFormatter.ofPattern("MMMM d", Locale.US).format(thursday);
    try (PdfSheet pdf = new PdfSheet()) {
      pdf.heading("The Footbridge Project");
      pdf.line("Grade 7 Design. Work in pairs. 25 points in all.");
      pdf.line("Due: Friday, " + date + ", 11:59 p.m.");
      pdf.gap();
      pdf.text(
          "The pond behind the workshop needs a footbridge. You design a footbridge for the school pond, four "
              + "meters long, that carries two people at once. You draw it, calculate it, and build a card model "
              + "at a scale of 1:20. In the last lesson we load every model with weights until it bends.");
      pdf.gap();
      pdf.subheading("Part 1   Read and ask");
      pdf.text("Read this sheet once from beginning to end. Write down two questions. 15 minutes.");
      pdf.subheading("Part 2   Three sketches");
      pdf.text(
          "Draw three bridges: a beam, a truss and an arch. Give each of them half a page. Label every part. Show "
              + "all forces as arrows, also where the bridge rests on the bank. Take a picture of the page. 35 minutes.");
      pdf.newPage();
      pdf.subheading("Part 3   The load table");
      pdf.text(
          "Fill in rows 1 to 6 of the load table in your workbook, p. 42. One row for every weight. Every row "
              + "needs a unit. State the safe load beneath the table. 40 minutes.");
      pdf.subheading("Part 4   What would you build differently?");
      pdf.text(
          "Name two changes that you would make after the test, each with a reason. Half a page, about 125 words.");
      pdf.gap();
      pdf.subheading("Handing in");
      pdf.text(
          "Bring the model on paper card to the workshop. Hand in everything else online, on the form for 7C.");
      return pdf.bytes();
    }
  }

  /** The rubric: 5 criteria, 4 levels, 24 points. */
  static byte[] rubric() {
    try (PdfSheet pdf = new PdfSheet()) {
      pdf.heading("The Footbridge Project: how it is marked");
      pdf.gap();
      pdf.table(
          List.of(
              List.of("Criterion", "Very good", "Good", "Fair", "Not yet"),
              List.of(
                  "Sketches, 6 points",
                  "Three, labeled, with all forces drawn",
                  "Three, most forces",
                  "Two",
                  "One"),
              List.of(
                  "Load table, 6 points",
                  "Six rows, all with units; safe load stated",
                  "Six rows, a unit missing",
                  "Four or five rows",
                  "Fewer rows"),
              List.of(
                  "Model, 4 points",
                  "1:20, carries 500 g for a minute",
                  "1:20, carries 300 g",
                  "Stands alone",
                  "Needs a hand"),
              List.of(
                  "Test report, 4 points",
                  "What failed, where, and why",
                  "What failed and where",
                  "What failed",
                  "A result only"),
              List.of(
                  "Reflection, 4 points",
                  "Two changes, each with a reason",
                  "One change with a reason",
                  "A change named",
                  "Nothing named")));
      return pdf.bytes();
    }
  }

  /** Ten slides: beams, triangles, loads. */
  static byte[] slides() {
    List<List<String>> slides =
        List.of(
            List.of("Beams, triangles, loads", "How a bridge carries"),
            List.of("A beam bends", "The top is pressed together.", "The bottom is pulled apart."),
            List.of("Twice as long", "A beam of double length bends eight times as far."),
            List.of("A square folds", "Four sticks and four pins make no bridge."),
            List.of("A triangle stands", "Three sides can only have one shape."),
            List.of("The truss", "Triangles side by side, from bank to bank."),
            List.of("The arch", "Every stone leans on the next.", "The banks must hold it."),
            List.of("From grams to newtons", "100 grams press with about 1 newton."),
            List.of("Safe load", "Half of what bent it."),
            List.of("Your turn", "Sketch three, choose one."));
    try (PdfSheet pdf = new PdfSheet(true)) {
      for (int i = 0; i < slides.size(); i++) {
        if (i > 0) {
          pdf.newPage();
        }
        pdf.heading(slides.get(i).getFirst());
        pdf.gap();
        slides.get(i).stream().skip(1).forEach(pdf::subheading);
      }
      return pdf.bytes();
    }
  }

  static byte[] workbook() {
    try (PdfSheet pdf = new PdfSheet()) {
      pdf.heading("Workbook, page 42: the load table");
      pdf.gap();
      List<List<String>> rows = new java.util.ArrayList<>();
      rows.add(List.of("Row", "Weight in grams", "Bend in millimeters", "Load in newtons"));
      for (int row = 1; row <= 6; row++) {
        rows.add(List.of("" + row, "" + 100 * row, " ", " "));
      }
      pdf.table(rows);
      pdf.gap();
      pdf.line("Safe load: ________________ newtons");
      return pdf.bytes();
    }
  }

  static byte[] box() {
    return box("Saw to the line, on the waste side.");
  }

  /** The same sheet once more, a week later, with another sentence. */
  static byte[] boxOnceMore() {
    return box("Saw to the line, on the waste side. It takes two more evenings at home.");
  }

  private static byte[] box(String dovetail) {
    try (PdfSheet pdf = new PdfSheet()) {
      pdf.heading("A Box That Lasts");
      pdf.line("Grade 8 Woodwork. 30 points.");
      pdf.gap();
      pdf.text(
          "A joint holds two boards together against pulling and twisting. Choose the joint for the corners of your "
              + "own box. Mark it out on both boards before you saw.");
      pdf.gap();
      pdf.subheading("Butt joint");
      pdf.text("Quick. Needs glue and nails. Holds a light box.");
      pdf.subheading("Box joint");
      pdf.text("An hour longer. Glue alone will hold it.");
      pdf.subheading("Dovetail");
      pdf.text("The strongest. " + dovetail);
      return pdf.bytes();
    }
  }

  static byte[] nightLight() {
    try (PdfSheet pdf = new PdfSheet()) {
      pdf.heading("Night Light");
      pdf.line("Grade 9 Electronics. Build a lamp that switches itself on in the dark.");
      pdf.gap();
      pdf.subheading("The sensor");
      pdf.text("A light sensor lets more current through in bright light, and less in the dark.");
      pdf.gap();
      pdf.subheading("The circuit");
      for (String step :
          List.of(
              "1. Place the sensor.",
              "2. Add the resistor.",
              "3. Add the transistor.",
              "4. Add the lamp. Battery last.")) {
        pdf.line(step);
      }
      return pdf.bytes();
    }
  }

  /** A picture of a filled-in example: three bridges drawn by hand, nearly. */
  static byte[] example() {
    BufferedImage image = new BufferedImage(1400, 1000, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(new Color(0xF4F1E6));
    g.fillRect(0, 0, 1400, 1000);
    g.setColor(new Color(0x3A4A66));
    g.setStroke(new BasicStroke(5, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    g.drawRect(200, 170, 1000, 40);
    for (int x = 200; x < 1200; x += 200) {
      g.drawLine(x, 560, x + 100, 430);
      g.drawLine(x + 100, 430, x + 200, 560);
    }
    g.drawLine(200, 560, 1200, 560);
    g.drawLine(300, 430, 1100, 430);
    g.drawArc(250, 760, 900, 380, 0, 180);
    g.drawLine(200, 760, 1200, 760);
    g.dispose();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, "jpeg", bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }
}
