package school.kerygma.media.worker;

import java.awt.image.BufferedImage;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.rubric.WrittenTable;
import school.kerygma.media.office.DocxTables;
import school.kerygma.media.office.OdtTables;
import school.kerygma.media.paper.MarkedPdf;
import school.kerygma.media.paper.PagePng;
import school.kerygma.media.paper.Paper;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.worker.Request.Answer;
import tools.jackson.databind.json.JsonMapper;

/**
 * The process in which one paper is read: takes requests from its input, answers on its output, and
 * ends when its input does, because then the application has ended.
 */
public final class PaperWorker {

  /** A page tree may be deep; deeper than this is no paper. */
  private static final long STACK_BYTES = 16L << 20;

  private static final String END = "";

  private final JsonMapper json = Wire.json();
  private final PrintStream out;
  private @Nullable Paper paper;

  private PaperWorker(PrintStream out) {
    this.out = out;
  }

  public static void main(String[] arguments) throws InterruptedException {
    PrintStream out = System.out;
    System.setOut(System.err); // Only answers go out.
    BlockingQueue<String> asked = new LinkedBlockingQueue<>();
    Thread reader = new Thread(() -> listen(asked), "listener");
    reader.setDaemon(true);
    reader.start();
    PaperWorker worker = new PaperWorker(out);
    Thread reading = new Thread(null, () -> worker.work(asked), "reader", STACK_BYTES);
    reading.start();
    reading.join();
  }

  /** Whatever is being read, the end of the input ends the process at once. */
  private static void listen(BlockingQueue<String> asked) {
    try (BufferedReader in =
        new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        asked.add(line);
      }
    } catch (IOException e) {
      // As if it had ended.
    }
    Runtime.getRuntime().halt(0);
  }

  private void work(BlockingQueue<String> asked) {
    warm();
    say(Answer.DONE);
    while (true) {
      try {
        String line = asked.take();
        if (line.equals(END)) {
          continue;
        }
        say(answer(json.readValue(line, Request.class)));
      } catch (InterruptedException e) {
        return;
      }
    }
  }

  private void say(Answer answer) {
    out.println(json.writeValueAsString(answer));
    out.flush();
  }

  private Answer answer(Request request) {
    try {
      return done(request);
    } catch (PaperRefused refused) {
      return Answer.refused(refused.reason());
    } catch (IOException | UncheckedIOException e) {
      return Answer.refused(PaperRefused.Reason.DAMAGED);
    } catch (RuntimeException | StackOverflowError e) {
      return Answer.refused(PaperRefused.Reason.DAMAGED);
    }
  }

  private Answer done(Request request) throws IOException {
    return switch (request.deed()) {
      case OPEN -> {
        if (paper != null) {
          paper.close();
        }
        paper = Paper.open(Path.of(Objects.requireNonNull(request.file())));
        yield new Answer(
            null, paper.mediaType(), paper.pageCount(), 0, null, null, null, null, paper.labels());
      }
      case PAGE ->
          new Answer(null, null, 0, 0, paper().page(request.number()), null, null, null, null);
      case RULINGS ->
          new Answer(null, null, 0, 0, null, paper().rulings(request.number()), null, null, null);
      case MARKS ->
          new Answer(
              null,
              null,
              0,
              0,
              null,
              null,
              paper().marks(request.number(), Objects.requireNonNull(request.pageId())),
              null,
              null);
      case PICTURE -> {
        draw(request);
        yield Answer.DONE;
      }
      case TABLES ->
          new Answer(
              null,
              null,
              0,
              0,
              null,
              null,
              null,
              tables(Path.of(Objects.requireNonNull(request.file()))),
              null);
      case MARKED -> {
        MarkedPdf.write(
            Path.of(Objects.requireNonNull(request.file())),
            Objects.requireNonNull(request.title()),
            Objects.requireNonNull(request.marks()),
            Path.of(Objects.requireNonNull(request.to())),
            (done, all) -> say(Answer.progress(done, all)));
        yield Answer.DONE;
      }
    };
  }

  /** Each finds nothing in the other's files. */
  private static List<WrittenTable> tables(Path file) {
    List<WrittenTable> docx = DocxTables.read(file);
    return docx.isEmpty() ? OdtTables.read(file) : docx;
  }

  private Paper paper() {
    return Objects.requireNonNull(paper, "No paper is open");
  }

  private void draw(Request request) throws IOException {
    BufferedImage picture = paper().picture(request.number(), request.widthPx());
    Path to = Path.of(Objects.requireNonNull(request.to()));
    if (paper().mediaType().equals("image/jpeg")) {
      ImageIO.write(picture, "jpeg", to.toFile());
    } else {
      Files.write(to, PagePng.write(picture));
    }
  }

  /** The first page of a process takes seconds; it is an empty one, before anybody waits. */
  private static void warm() {
    try (PDDocument document = new PDDocument()) {
      PDPage page = new PDPage();
      document.addPage(page);
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        content.beginText();
        content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
        content.newLineAtOffset(72, 700);
        content.showText("Warm");
        content.endText();
      }
      new PDFRenderer(document).renderImage(0);
    } catch (IOException e) {
      System.err.println("A worker begins cold: " + List.of(e.toString()));
    }
  }
}
