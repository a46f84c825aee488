package school.kerygma.media.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Standard: ECMA-376, part 1, 17.13; the files are written by hand. */
class AcceptedChangesTest {

  private static final String BY = " w:id=\"1\" w:author=\"A\" w:date=\"2026-09-01T10:00:00Z\"";

  @TempDir private Path directory;

  private static String run(String text) {
    return "<w:r><w:t xml:space=\"preserve\">" + text + "</w:t></w:r>";
  }

  private static String deleted(String text) {
    return "<w:del" + BY + "><w:r><w:delText>" + text + "</w:delText></w:r></w:del>";
  }

  private static String inserted(String text) {
    return "<w:ins" + BY + ">" + run(text) + "</w:ins>";
  }

  /** What is left of a body, and whether there were changes. */
  private String accepted(String body, boolean changed) throws IOException {
    Path docx = Docx.write(directory.resolve("a.docx"), body, "");
    Path to = directory.resolve("accepted.docx");
    assertThat(AcceptedChanges.accept(docx, to)).isEqualTo(changed);
    try (ZipFile parts = new ZipFile(to.toFile());
        var in = parts.getInputStream(parts.getEntry("word/document.xml"))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static String words(String xml) {
    return xml.replaceAll("</w:p>|</w:tr>", "|").replaceAll("<[^>]*>", "");
  }

  @Test
  void whatWasDeletedIsGoneAndWhatWasPutInIsThere() throws IOException {
    String body = "<w:p>" + run("Friday, October ") + deleted("9") + inserted("16") + "</w:p>";
    assertThat(words(accepted(body, true))).isEqualTo("Friday, October 16|");
  }

  @Test
  void whatWasMovedStandsOnceWhereItIsNow() throws IOException {
    String body =
        "<w:p><w:moveFrom"
            + BY
            + ">"
            + run("Part 2 ")
            + "</w:moveFrom>"
            + run("Part 1 ")
            + "<w:moveTo"
            + BY
            + ">"
            + run("Part 2")
            + "</w:moveTo></w:p>";
    assertThat(words(accepted(body, true))).isEqualTo("Part 1 Part 2|");
  }

  @Test
  void deletedRowIsGoneWithAllOfItAndOthersStay() throws IOException {
    String cell = "<w:tc><w:p>%s</w:p></w:tc>";
    String inner = "<w:tbl><w:tr>" + cell.formatted(run("in")) + "</w:tr></w:tbl>";
    String body =
        "<w:tbl><w:tr>"
            + cell.formatted(run("stays"))
            + "</w:tr><w:tr><w:trPr><w:del"
            + BY
            + "/></w:trPr>"
            + cell.formatted(run("goes"))
            + "<w:tc>"
            + inner
            + "<w:p/></w:tc></w:tr><w:tr><w:trPr><w:ins"
            + BY
            + "/></w:trPr>"
            + cell.formatted(run("new"))
            + "</w:tr></w:tbl>";
    assertThat(words(accepted(body, true))).isEqualTo("stays||new||");
  }

  @Test
  void commentsAreLeftOutAndAreNoChanges() throws IOException {
    String body =
        "<w:p><w:commentRangeStart w:id=\"0\"/>"
            + run("six rows")
            + "<w:commentRangeEnd w:id=\"0\"/><w:r><w:commentReference w:id=\"0\"/></w:r></w:p>";
    String left = accepted(body, false);
    assertThat(words(left)).isEqualTo("six rows|");
    assertThat(left).doesNotContain("comment");
  }

  @Test
  void changedLooksAreNoWordsAndLeaveTheNewLook() throws IOException {
    String body =
        "<w:p><w:r><w:rPr><w:b/><w:rPrChange"
            + BY
            + "><w:rPr><w:i/></w:rPr></w:rPrChange></w:rPr><w:t>bold</w:t></w:r></w:p>";
    String left = accepted(body, true);
    assertThat(left).contains("<w:b").doesNotContain("<w:i").doesNotContain("rPrChange");
  }

  @Test
  void paperWithoutChangesKeepsEveryWordAndEveryPart() throws IOException {
    String body =
        "<w:p>"
            + run("Weigh the arch &amp; rest")
            + "</w:p><w:tbl><w:tr><w:tc><w:p>"
            + run("a")
            + "</w:p></w:tc></w:tr></w:tbl>";
    assertThat(words(accepted(body, false))).isEqualTo("Weigh the arch &amp; rest|a||");
    try (ZipFile before = new ZipFile(directory.resolve("a.docx").toFile());
        ZipFile after = new ZipFile(directory.resolve("accepted.docx").toFile())) {
      assertThat(names(after)).isEqualTo(names(before));
    }
  }

  private static List<String> names(ZipFile parts) {
    return parts.stream().map(java.util.zip.ZipEntry::getName).sorted().toList();
  }

  /** OASIS Open Document 1.3, part 3, 5.5: what was deleted stands beside the text. */
  @Test
  void openDocumentsAreAcceptedToo() throws IOException {
    Path odt = directory.resolve("a.odt");
    Docx.zip(
        odt,
        Map.of(
            "content.xml",
            "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body><office:text>"
                + "<text:tracked-changes><text:changed-region text:id=\"c\"><text:deletion><text:p>9</text:p></text:deletion></text:changed-region></text:tracked-changes>"
                + "<text:p>October <text:change text:change-id=\"c\"/>16<office:annotation><text:p>sure?</text:p></office:annotation></text:p></office:text></office:body></office:document-content>"));
    Path to = directory.resolve("to.odt");
    assertThat(AcceptedChanges.accept(odt, to)).isTrue();
    try (ZipFile parts = new ZipFile(to.toFile());
        var in = parts.getInputStream(parts.getEntry("content.xml"))) {
      String left = new String(in.readAllBytes(), StandardCharsets.UTF_8).replaceAll("<[^>]*>", "");
      assertThat(left).isEqualTo("October 16");
    }
  }

  @Test
  void whatIsNoPaperIsRefusedAndEntitiesAreNotFollowed() throws IOException {
    Path no = Files.writeString(directory.resolve("no.docx"), "no zip");
    assertThatThrownBy(() -> AcceptedChanges.accept(no, directory.resolve("x")))
        .isInstanceOf(IOException.class);
    Path bomb =
        Docx.zip(
            directory.resolve("bomb.docx"),
            Map.of(
                "word/document.xml",
                "<!DOCTYPE d [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><d>&e;</d>"));
    assertThatThrownBy(() -> AcceptedChanges.accept(bomb, directory.resolve("y")))
        .isInstanceOf(IOException.class);
  }
}
