package school.kerygma.media.worker;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.media.paper.PaperRefused;

/**
 * Papers whose bytes were changed at random: each is read, refused, or ends its process, and the
 * one who asks always has an answer. More of them, and others: {@code -Dkerygma.mutated=1000
 * -Dkerygma.seed=7}.
 */
class MutatedPapersTest {

  private static final int COUNT = Integer.getInteger("kerygma.mutated", 200);
  private static final long SEED = Long.getLong("kerygma.seed", 20_260_930);

  private enum Kind {
    PDF,
    PNG,
    JPG,
    DOCX
  }

  private enum End {
    READ,
    REFUSED,
    ENDED_ITS_PROCESS
  }

  @TempDir private static Path directory;

  private static BufferedImage photo() {
    BufferedImage photo = new BufferedImage(320, 240, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = photo.createGraphics();
    g.setColor(Color.WHITE);
    g.fillRect(0, 0, 320, 240);
    g.setColor(Color.BLUE);
    g.drawString("Build a footbridge", 40, 100);
    g.dispose();
    return photo;
  }

  private static byte[] whole(Kind kind) throws IOException {
    Path file = directory.resolve("whole." + kind);
    switch (kind) {
      case PDF -> {
        try (PDDocument document = new PDDocument()) {
          PDPage page = new PDPage();
          document.addPage(page);
          try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
            content.beginText();
            content.newLineAtOffset(72, 700);
            content.showText("Build a footbridge");
            content.endText();
            content.drawImage(JPEGFactory.createFromImage(document, photo()), 72, 300);
            content.moveTo(72, 600);
            content.lineTo(300, 600);
            content.stroke();
          }
          document.save(file.toFile());
        }
      }
      case PNG, JPG -> ImageIO.write(photo(), kind.name(), file.toFile());
      case DOCX -> {
        try (XWPFDocument document = new XWPFDocument();
            var out = Files.newOutputStream(file)) {
          document.createParagraph().createRun().setText("Build a footbridge");
          document.createTable(3, 3).getRow(1).getCell(1).setText("Materials");
          document.write(out);
        }
      }
    }
    return Files.readAllBytes(file);
  }

  private static byte[] mutated(byte[] whole, int at, Random random) {
    byte[] mutated = whole.clone();
    for (int k = 0; k <= at % 12; k++) {
      mutated[random.nextInt(mutated.length)] = (byte) random.nextInt(256);
    }
    return at % 10 == 9 ? Arrays.copyOf(mutated, random.nextInt(mutated.length)) : mutated;
  }

  private static End ask(PaperReaders readers, Kind kind, Path file) {
    if (kind == Kind.DOCX) {
      return readers.tables(file).isEmpty() ? End.REFUSED : End.READ;
    }
    try (OpenPaper paper = readers.open(file)) {
      paper.page(1);
      paper.rulings(1);
      paper.picture(1, 200, directory.resolve("m.png"));
      return End.READ;
    } catch (PaperRefused e) {
      return End.REFUSED;
    } catch (PageRefused e) {
      return End.ENDED_ITS_PROCESS;
    }
  }

  @Test
  void eachIsAnsweredOneWayOrTheOtherAndTheNextPaperIsRead() throws IOException {
    Random random = new Random(SEED);
    Map<Kind, byte[]> whole = new EnumMap<>(Kind.class);
    for (Kind kind : Kind.values()) {
      whole.put(kind, whole(kind));
    }
    Map<Kind, Map<End, Integer>> ends = new EnumMap<>(Kind.class);
    try (PaperReaders readers = new PaperReaders(Duration.ofSeconds(6), 192)) {
      for (int i = 0; i < COUNT; i++) {
        Kind kind = Kind.values()[i % Kind.values().length];
        Path file =
            Files.write(
                directory.resolve("mutated." + kind),
                mutated(whole.get(kind), i / Kind.values().length, random));
        ends.computeIfAbsent(kind, k -> new EnumMap<>(End.class))
            .merge(ask(readers, kind, file), 1, Integer::sum);
      }
      for (Kind kind : List.of(Kind.values())) {
        Path file = Files.write(directory.resolve("good." + kind), whole.get(kind));
        assertThat(ask(readers, kind, file))
            .as(kind + " after seed " + SEED + ", " + ends)
            .isEqualTo(End.READ);
      }
    }
    // A PNG carries a checksum over each of its parts: no change of a byte goes through.
    for (Kind kind : List.of(Kind.PDF, Kind.JPG, Kind.DOCX)) {
      assertThat(ends.get(kind))
          .as(kind + ", seed " + SEED + ", " + ends)
          .containsKeys(End.READ, End.REFUSED);
    }
  }
}
