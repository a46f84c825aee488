package school.kerygma.media.worker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.media.paper.NamedMark;
import school.kerygma.media.paper.Paper;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Interrupted;
import school.kerygma.media.worker.Request.Deed;

/** Papers that hold or empty a process hold and empty that process, and nothing else. */
class PaperReadersTest {

  private static final PaperReaders READERS = new PaperReaders(Duration.ofSeconds(4), 192);

  @TempDir private static Path directory;
  private static Path good;

  @BeforeAll
  static void aGoodPaper() throws IOException {
    good = directory.resolve("good.pdf");
    try (PDDocument document = new PDDocument()) {
      PDPage page = new PDPage();
      document.addPage(page);
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
        content.beginText();
        content.newLineAtOffset(72, 700);
        content.showText("Build a footbridge");
        content.endText();
        content.moveTo(72, 600);
        content.lineTo(300, 600);
        content.stroke();
      }
      document.save(good.toFile());
    }
  }

  @AfterAll
  static void end() {
    READERS.close();
  }

  private static Path pdf(String name, String content, String more) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    String text =
        "%PDF-1.4\n1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj\n"
            + "2 0 obj <</Type/Pages/Kids[3 0 R]/Count 1>> endobj\n"
            + "3 0 obj <</Type/Page/Parent 2 0 R/MediaBox[0 0 600 800]/Contents 4 0 R"
            + "/Resources<</XObject<</F0 10 0 R>>>>>> endobj\n4 0 obj <</Length "
            + content.length()
            + ">> stream\n"
            + content
            + "\nendstream endobj\n"
            + more
            + "trailer <</Root 1 0 R>>\n%%EOF\n";
    out.write(text.getBytes(StandardCharsets.US_ASCII));
    return Files.write(directory.resolve(name), out.toByteArray());
  }

  private static void assertGoodPapersAreRead() {
    try (OpenPaper paper = READERS.open(good)) {
      assertThat(paper.page(1).text()).isEqualTo("Build a footbridge");
    }
  }

  @Test
  void aPaperIsReadAsInTheApplicationItself() throws IOException {
    Path drawn = directory.resolve("drawn.png");
    UUID id = UUID.randomUUID();
    try (OpenPaper far = READERS.open(good);
        Paper near = Paper.open(good)) {
      assertThat(far.mediaType()).isEqualTo("application/pdf");
      assertThat(far.pageCount()).isEqualTo(1);
      assertThat(far.page(1)).isEqualTo(near.page(1));
      assertThat(far.rulings(1)).isEqualTo(near.rulings(1)).isNotEmpty();
      assertThat(far.marks(1, id)).isEqualTo(near.marks(1, id));
      far.picture(1, 900, drawn);
      assertThat(ImageIO.read(drawn.toFile()).getWidth()).isEqualTo(900);
    }
  }

  @Test
  void marksOfEveryKindGoToTheProcessAndComeBack() {
    UUID id = UUID.randomUUID();
    List<NamedMark> marks = new ArrayList<>();
    for (Mark.Kind kind : Mark.Kind.values()) {
      marks.add(
          new NamedMark(
              kind.written(),
              Mark.of(
                  kind,
                  id,
                  List.of(new Box(300, 200 + 40 * kind.ordinal(), 60, 12)),
                  kind == Mark.Kind.NUMBER ? 3 : 0,
                  kind.quotes() ? "" : "In pencil",
                  kind == Mark.Kind.INK ? List.of(new Ink.Point(90, 80, 2)) : List.of())));
    }
    Path marked = directory.resolve("marked.pdf");
    READERS.writeMarked(good, "Marked", List.of(marks), marked, (done, all) -> {});
    try (OpenPaper paper = READERS.open(marked)) {
      assertThat(paper.marks(1, id))
          .extracting(Mark::kind)
          .containsExactlyInAnyOrderElementsOf(
              Arrays.stream(Mark.Kind.values()).filter(Mark.Kind::isShown).toList());
    }
  }

  @Test
  void aDashOfAThousandthOfAPointEndsItsOwnProcessAndNamesThePage() throws IOException {
    Path dashes =
        pdf("dashes.pdf", "[0.001] 0 d 1 w " + "0 0 m 600 800 l 0 800 l S ".repeat(5_000), "");
    try (OpenPaper paper = READERS.open(dashes)) {
      assertThatThrownBy(() -> paper.picture(1, 900, directory.resolve("never.png")))
          .isInstanceOfSatisfying(PageRefused.class, e -> assertThat(e.page()).isEqualTo(1));
    }
    assertGoodPapersAreRead();
  }

  @Test
  void formsThatNestWithoutEndEndTheirOwnProcess() throws IOException {
    StringBuilder forms = new StringBuilder();
    for (int i = 0; i < 40; i++) {
      String twice = "/F%d Do /F%d Do".formatted(i + 1, i + 1);
      forms.append(
          "%d 0 obj <</Type/XObject/Subtype/Form/BBox[0 0 600 800]/Resources<</XObject<</F%d %d 0 R>>>>/Length %d>> stream\n%s\nendstream endobj\n"
              .formatted(10 + i, i + 1, 11 + i, twice.length(), twice));
    }
    Path nested = pdf("nested.pdf", "/F0 Do", forms.toString());
    try (OpenPaper paper = READERS.open(nested)) {
      assertThatThrownBy(
              () -> {
                paper.page(1);
                paper.picture(1, 900, directory.resolve("never.png"));
              })
          .isInstanceOfAny(PageRefused.class, PaperRefused.class);
    }
    assertGoodPapersAreRead();
  }

  @Test
  void onePaperDoesNotHoldAnother() throws IOException {
    Path dashes =
        pdf("dashes2.pdf", "[0.001] 0 d 1 w " + "0 0 m 600 800 l 0 800 l S ".repeat(500), "");
    try (OpenPaper bad = READERS.open(dashes);
        OpenPaper fine = READERS.open(good)) {
      Thread drawing =
          Thread.startVirtualThread(
              () -> {
                try {
                  bad.picture(1, 900, directory.resolve("never.png"));
                } catch (Interrupted expected) {
                  // This is what is to be.
                }
              });
      assertThat(fine.page(1).text()).isEqualTo("Build a footbridge");
      assertThat(drawing.isAlive()).isTrue();
      drawing.interrupt();
    }
  }

  /** Two processes: one is given no time by the machine, the other computes without end. */
  @Test
  void whoIsGivenNoTimeByTheMachineHasNotWorkedTooLong() throws Exception {
    Path endless =
        pdf("endless.pdf", "[0.01] 0 d 1 w " + "0 0 m 600 800 l 0 800 l S ".repeat(5_000), "");
    try (WorkerProcess idle = worker();
        WorkerProcess busy = worker()) {
      idle.ask(Request.open(good.toString()));
      signal("STOP", idle);
      CompletableFuture<Request.Answer> answer =
          CompletableFuture.supplyAsync(() -> idle.ask(Request.page(Deed.PAGE, 1)));
      busy.ask(Request.open(endless.toString()));
      assertThatThrownBy(
              () ->
                  busy.ask(
                      new Request(
                          Deed.PICTURE,
                          null,
                          1,
                          null,
                          900,
                          directory.resolve("never.png").toString(),
                          null,
                          null)))
          .isInstanceOf(WorkerProcess.Died.class);
      signal("CONT", idle);
      assertThat(answer.join().page()).isNotNull();
    }
  }

  private static WorkerProcess worker() {
    return new WorkerProcess(Duration.ofSeconds(2), Duration.ofMinutes(1), 768);
  }

  private static void signal(String name, WorkerProcess to) throws Exception {
    assertThat(new ProcessBuilder("kill", "-" + name, "" + to.pid()).start().waitFor()).isZero();
  }

  @Test
  void aProcessEndsWithItsPaper() {
    WorkerProcess worker = new WorkerProcess(Duration.ofSeconds(20), Duration.ofMinutes(1), 192);
    assertThat(worker.ask(Request.open(good.toString())).pages()).isEqualTo(1);
    worker.close();
    assertThatThrownBy(() -> worker.ask(Request.page(Deed.PAGE, 1)))
        .isInstanceOf(WorkerProcess.Died.class);
  }
}
