package school.kerygma.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import school.kerygma.media.paper.Paper;
import school.kerygma.media.process.Program;

/**
 * Pages to PNG pictures: ours, warm, against poppler's pdftoppm on the same file in the same run.
 */
final class PageRendering {

  private static final int PAGES = 20;
  private static final int ROUNDS = 5;
  private static final int WIDTH_PX = 1275; // 150 dpi on letter paper

  private PageRendering() {}

  static void measure() throws IOException {
    Path directory = Files.createTempDirectory("kerygma-bench");
    Path pdf = paper(directory.resolve("paper.pdf"), PAGES);
    ours(pdf);
    double best = Double.POSITIVE_INFINITY;
    double theirs = Double.POSITIVE_INFINITY;
    for (int round = 0; round < ROUNDS; round++) {
      best = Math.min(best, seconds(() -> ours(pdf)));
      theirs =
          Math.min(
              theirs,
              seconds(
                  () ->
                      Program.run(
                          List.of(
                              "pdftoppm",
                              "-r",
                              "150",
                              "-png",
                              pdf.toString(),
                              directory.resolve("page").toString()),
                          Duration.ofMinutes(2),
                          1_000)));
    }
    System.out.printf(
        Locale.ROOT,
        "pages to PNG: %.2f times the time of pdftoppm (%d pages, best of %d rounds each)%n",
        best / theirs,
        PAGES,
        ROUNDS);
  }

  static double seconds(Runnable deed) {
    long start = System.nanoTime();
    deed.run();
    return (System.nanoTime() - start) / 1e9;
  }

  private static void ours(Path pdf) {
    try (Paper paper = Paper.open(pdf)) {
      for (int number = 1; number <= paper.pageCount(); number++) {
        ImageIO.write(paper.picture(number, WIDTH_PX), "png", new ByteArrayOutputStream());
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  static Path paper(Path file, int pages) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (int number = 0; number < pages; number++) {
        PDPage page = new PDPage();
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          content.setFont(new PDType1Font(FontName.HELVETICA), 11);
          for (int line = 0; line < 45; line++) {
            content.beginText();
            content.newLineAtOffset(60, 740 - 15 * line);
            content.showText(
                "Every row of the load table needs a unit, and page "
                    + number
                    + " has line "
                    + line
                    + ".");
            content.endText();
          }
        }
      }
      document.save(file.toFile());
    }
    return file;
  }
}
