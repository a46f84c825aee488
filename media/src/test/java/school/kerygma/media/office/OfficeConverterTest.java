package school.kerygma.media.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import school.kerygma.media.paper.Paper;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Program;

/**
 * Standards: ECMA-376 (DOCX, PPTX), ISO 26300 (ODT, ODP), CommonMark; Debian's LibreOffice reads.
 */
class OfficeConverterTest {

  private static final String WORDS = "Weigh the arch on Friday";

  @TempDir private static Path directory;

  private static OfficeConverter converter;

  @BeforeAll
  static void begin() {
    converter = new OfficeConverter(directory.resolve("office"));
    assertThat(OfficeConverter.isThere()).isTrue();
  }

  @AfterAll
  static void end() {
    converter.close();
  }

  private static Path open(String name, OfficeKind kind, String content) throws IOException {
    Map<String, String> entries = new LinkedHashMap<>();
    entries.put("mimetype", kind.mediaType());
    entries.put(
        "META-INF/manifest.xml",
        "<manifest:manifest xmlns:manifest=\"urn:oasis:names:tc:opendocument:xmlns:manifest:1.0\"><manifest:file-entry manifest:full-path=\"/\" manifest:media-type=\""
            + kind.mediaType()
            + "\"/><manifest:file-entry manifest:full-path=\"content.xml\" manifest:media-type=\"text/xml\"/></manifest:manifest>");
    entries.put(
        "content.xml",
        "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\" xmlns:draw=\"urn:oasis:names:tc:opendocument:xmlns:drawing:1.0\" xmlns:svg=\"urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0\" office:version=\"1.2\"><office:body>"
            + content
            + "</office:body></office:document-content>");
    return Docx.zip(directory.resolve(name), entries);
  }

  private static Path slides(String name) throws IOException {
    String page =
        "<draw:page><draw:frame svg:width=\"20cm\" svg:height=\"3cm\" svg:x=\"2cm\" svg:y=\"2cm\"><draw:text-box><text:p>"
            + WORDS
            + "</text:p></draw:text-box></draw:frame></draw:page>";
    return open(
        name, OfficeKind.ODP, "<office:presentation>" + page + page + "</office:presentation>");
  }

  private static Path paper(OfficeKind kind) throws IOException {
    return switch (kind) {
      case DOCX ->
          Docx.write(
              directory.resolve("a.docx"), "<w:p><w:r><w:t>" + WORDS + "</w:t></w:r></w:p>", "");
      case ODT -> open("a.odt", kind, "<office:text><text:p>" + WORDS + "</text:p></office:text>");
      case ODP -> slides("a.odp");
      case MARKDOWN ->
          Files.writeString(
              directory.resolve("a.md"), "# Arch\n\n*Weigh* the arch on **Friday**\n");
      case PPTX -> {
        // LibreOffice itself writes one from the slides.
        Path pptx = directory.resolve("a.pptx");
        Process soffice =
            new ProcessBuilder(
                    "soffice",
                    "-env:UserInstallation=" + directory.resolve("writer").toUri(),
                    "--headless",
                    "--convert-to",
                    "pptx",
                    "--outdir",
                    directory.toString(),
                    slides("a.odp").toString())
                .redirectErrorStream(true)
                .redirectOutput(directory.resolve("soffice.log").toFile())
                .start();
        assertThat(soffice.onExit().join().exitValue()).isZero();
        yield pptx;
      }
    };
  }

  private static String words(Path pdf, int page) {
    try (Paper paper = Paper.open(pdf)) {
      return paper.page(page).text();
    }
  }

  @ParameterizedTest
  @EnumSource(OfficeKind.class)
  void aPaperIsKnownByWhatIsInItAndBecomesAPdfWithItsWords(OfficeKind kind) throws IOException {
    Path file = paper(kind);
    assertThat(OfficeKind.of(file, kind == OfficeKind.MARKDOWN ? "a.md" : "whatever.bin"))
        .contains(kind);
    Path pdf = directory.resolve(kind + ".pdf");
    converter.toPdf(file, kind, pdf);
    assertThat(words(pdf, 1)).contains(WORDS);
    try (Paper paper = Paper.open(pdf)) {
      assertThat(paper.pageCount())
          .isEqualTo(kind == OfficeKind.ODP || kind == OfficeKind.PPTX ? 2 : 1);
    }
  }

  private static List<ProcessHandle> offices() {
    List<ProcessHandle> offices =
        ProcessHandle.current()
            .descendants()
            .filter(p -> p.info().command().orElse("").contains("soffice"))
            .toList();
    assertThat(offices).isNotEmpty();
    return offices;
  }

  @Test
  void oneThatHangsIsEndedAndThePaperIsTriedOnceMore() throws IOException {
    converter.close();
    Path file = paper(OfficeKind.ODT);
    Path pdf = directory.resolve("after hanging.pdf");
    try (OfficeConverter hasty =
        new OfficeConverter(directory.resolve("hasty"), Duration.ofSeconds(3))) {
      hasty.toPdf(file, OfficeKind.ODT, directory.resolve("warm.pdf"));
      for (ProcessHandle office : offices()) {
        Program.run(List.of("kill", "-STOP", "" + office.pid()), Duration.ofSeconds(5), 1_000);
      }
      hasty.toPdf(file, OfficeKind.ODT, pdf);
    }
    assertThat(words(pdf, 1)).contains(WORDS);
  }

  @Test
  void afterACrashItIsStartedAgain() throws IOException {
    Path file = paper(OfficeKind.ODT);
    converter.toPdf(file, OfficeKind.ODT, directory.resolve("before.pdf"));
    offices().forEach(ProcessHandle::destroyForcibly);
    Path pdf = directory.resolve("after.pdf");
    converter.toPdf(file, OfficeKind.ODT, pdf);
    assertThat(words(pdf, 1)).contains(WORDS);
  }

  @Test
  void nothingIsFetchedForAPaperThatLinksAPicture() throws IOException {
    AtomicInteger asked = new AtomicInteger();
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/",
        exchange -> {
          asked.incrementAndGet();
          exchange.sendResponseHeaders(404, -1);
          exchange.close();
        });
    server.start();
    try {
      String url = "http://127.0.0.1:" + server.getAddress().getPort() + "/spy.png";
      Path linked =
          open(
              "spy.odt",
              OfficeKind.ODT,
              "<office:text><text:p>"
                  + WORDS
                  + "<draw:frame svg:width=\"2cm\" svg:height=\"2cm\"><draw:image xmlns:xlink=\"http://www.w3.org/1999/xlink\" xlink:href=\""
                  + url
                  + "\"/></draw:frame></text:p></office:text>");
      converter.toPdf(linked, OfficeKind.ODT, directory.resolve("spy.pdf"));
      Path markdown =
          Files.writeString(
              directory.resolve("spy.md"), "![spy](" + url + ") <img src=\"" + url + "\"> end");
      converter.toPdf(markdown, OfficeKind.MARKDOWN, directory.resolve("spy2.pdf"));
      assertThat(words(directory.resolve("spy2.pdf"), 1)).contains("spy", "end");
      assertThat(asked).hasValue(0);
    } finally {
      server.stop(0);
    }
  }

  @Test
  void whatIsNoSuchPaperOrIsLockedOrSwellsIsNotTakenIn() throws IOException {
    Path text = Files.writeString(directory.resolve("b.txt"), "words");
    assertThat(OfficeKind.of(text, "b.txt")).isEqualTo(Optional.empty());
    Path zip = Docx.zip(directory.resolve("b.zip"), Map.of("a.txt", "words"));
    assertThat(OfficeKind.of(zip, "b.docx")).isEmpty();
    Path latin =
        Files.write(directory.resolve("b.md"), "caf\u00e9".getBytes(StandardCharsets.ISO_8859_1));
    assertThat(OfficeKind.of(latin, "b.md")).isEmpty();
    Path broken = Files.write(directory.resolve("c.docx"), new byte[] {0x50, 0x4B, 3, 4, 1, 2});
    assertThatThrownBy(() -> OfficeKind.of(broken, "c.docx")).hasMessage("DAMAGED");
    Path locked =
        Docx.zip(
            directory.resolve("d.odt"),
            Map.of(
                "mimetype",
                OfficeKind.ODT.mediaType(),
                "META-INF/manifest.xml",
                "<manifest:encryption-data/>"));
    assertThatThrownBy(() -> OfficeKind.of(locked, "d.odt"))
        .isInstanceOf(PaperRefused.class)
        .hasMessage("ENCRYPTED");
    Path bomb = directory.resolve("e.docx");
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(bomb))) {
      out.putNextEntry(new ZipEntry("word/document.xml"));
      byte[] zeros = new byte[1 << 20];
      for (int i = 0; i < 301; i++) {
        out.write(zeros);
      }
    }
    assertThatThrownBy(() -> OfficeKind.of(bomb, "e.docx")).hasMessage("SWELLS");
  }

  @Test
  void whatLibreOfficeCannotReadIsRefusedAfterTwoTries() throws IOException {
    Path nonsense =
        Docx.zip(
            directory.resolve("f.docx"),
            Map.of("word/document.xml", "<nonsense", "[Content_Types].xml", "<nonsense"));
    assertThat(OfficeKind.of(nonsense, "f.docx")).contains(OfficeKind.DOCX);
    assertThatThrownBy(() -> converter.toPdf(nonsense, OfficeKind.DOCX, directory.resolve("f.pdf")))
        .isInstanceOf(PaperRefused.class)
        .hasMessage("NOT_CONVERTED");
  }
}
