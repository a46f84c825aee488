package school.kerygma.media.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDPageLabelRange;
import org.apache.pdfbox.pdmodel.common.PDPageLabels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PageLabelsTest {

  @TempDir private Path directory;

  private Path saved(PDDocument document) throws IOException {
    Path file = directory.resolve("labels.pdf");
    document.save(file.toFile());
    return file;
  }

  private static PDDocument pages(int count) {
    PDDocument document = new PDDocument();
    for (int i = 0; i < count; i++) {
      document.addPage(new PDPage());
    }
    return document;
  }

  private static PDPageLabelRange range(String style, String prefix, int start) {
    PDPageLabelRange range = new PDPageLabelRange();
    range.setStyle(style);
    range.setPrefix(prefix);
    range.setStart(start);
    return range;
  }

  /** The example of ISO 32000-1, 12.4.2: i to iv, 1 to 3, then A-8 on. */
  @Test
  void theExampleOfTheStandardIsReadAsItSays() throws IOException {
    try (PDDocument document = pages(9)) {
      PDPageLabels labels = new PDPageLabels(document);
      labels.setLabelItem(0, range(PDPageLabelRange.STYLE_ROMAN_LOWER, null, 1));
      labels.setLabelItem(4, range(PDPageLabelRange.STYLE_DECIMAL, null, 1));
      labels.setLabelItem(7, range(PDPageLabelRange.STYLE_DECIMAL, "A-", 8));
      document.getDocumentCatalog().setPageLabels(labels);
      try (Paper paper = Paper.open(saved(document))) {
        assertThat(paper.labels())
            .containsExactly("i", "ii", "iii", "iv", "1", "2", "3", "A-8", "A-9");
      }
    }
  }

  @Test
  void aPaperWithoutLabelsHasNone() throws IOException {
    try (PDDocument document = pages(2);
        Paper paper = Paper.open(saved(document))) {
      assertThat(paper.labels()).isEmpty();
    }
  }

  @Test
  void labelsThatLeadInACircleAreNone() throws IOException {
    try (PDDocument document = pages(2)) {
      COSDictionary tree = new COSDictionary();
      COSArray kids = new COSArray();
      kids.add(tree);
      tree.setItem(COSName.KIDS, kids);
      document.getDocumentCatalog().getCOSObject().setItem(COSName.PAGE_LABELS, tree);
      try (Paper paper = Paper.open(saved(document))) {
        assertThat(paper.labels()).isEmpty();
      }
    }
  }
}
