package school.kerygma.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.handout.PageLines;
import school.kerygma.core.handout.TextAnchor;
import school.kerygma.core.proof.FactReader;
import school.kerygma.core.rubric.GridReader;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.media.paper.Paper;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Program;

/** A paper of 40 pages to words, tables and pictures; its facts; its anchors found again. */
final class PapersRead {

  private static final int PAGES = 40;
  private static final int FACT_PAGES = 20;
  private static final int ANCHORS = 500;
  private static final int ROUNDS = 4;

  /** What is measured and not used may never be done. */
  private static volatile int used;

  private static final int WIDTH_PX = 1800;
  private static final int OTHERS = 10;

  private PapersRead() {}

  static void measure() throws IOException {
    Path directory = Files.createTempDirectory("kerygma-bench");
    Path pdf = PageRendering.paper(directory.resolve("paper.pdf"), PAGES);
    List<String> texts = read(pdf);
    double ours = Double.POSITIVE_INFINITY;
    double theirs = Double.POSITIVE_INFINITY;
    double facts = Double.POSITIVE_INFINITY;
    double words = Double.POSITIVE_INFINITY;
    double anchors = Double.POSITIVE_INFINITY;
    double search = Double.POSITIVE_INFINITY;
    String text = String.join(" ", texts.subList(0, FACT_PAGES));
    String edition = String.join(" ", texts).replace("load table", "table of loads");
    List<TextAnchor> all = anchors(String.join(" ", texts));
    for (int round = 0; round < ROUNDS; round++) {
      ours = Math.min(ours, PageRendering.seconds(() -> read(pdf)));
      theirs = Math.min(theirs, PageRendering.seconds(() -> popplers(pdf, directory)));
      facts =
          Math.min(
              facts, PageRendering.seconds(() -> FactReader.read(text, reference(), List.of())));
      words =
          Math.min(
              words,
              PageRendering.seconds(
                  () -> used += text.toLowerCase(Locale.ROOT).split("\\W+").length));
      anchors = Math.min(anchors, PageRendering.seconds(() -> all.forEach(a -> a.in(edition))));
      search =
          Math.min(
              search,
              PageRendering.seconds(() -> all.forEach(a -> used += edition.indexOf(a.exact()))));
    }
    System.out.printf(
        Locale.ROOT,
        "papers: %.2f times pdftotext and pdftoppm (%d pages to words, tables and pictures); facts of %d pages %.0f times as long as"
            + " splitting them into words (%.0f ms); %d anchors on %d pages %.1f times as long as plain searching (%.0f ms)%n",
        ours / theirs,
        PAGES,
        FACT_PAGES,
        facts / words,
        facts * 1e3,
        ANCHORS,
        PAGES,
        anchors / search,
        anchors * 1e3);
    measureOthers(directory);
  }

  /**
   * Words and lines of the papers that Debian's packages bring with them, as many as there are, by
   * other producers than this project.
   */
  private static void measureOthers(Path directory) throws IOException {
    List<Path> papers = others(directory);
    double ours = Double.POSITIVE_INFINITY;
    double theirs = Double.POSITIVE_INFINITY;
    for (int round = 0; round < ROUNDS; round++) {
      ours = Math.min(ours, PageRendering.seconds(() -> papers.forEach(PapersRead::lines)));
      theirs =
          Math.min(
              theirs,
              PageRendering.seconds(() -> papers.forEach(p -> popplersWords(p, directory))));
    }
    System.out.printf(
        Locale.ROOT,
        "papers: words and lines of %d papers of Debian's %.2f times as long as pdftotext -bbox-layout (at most 2)%n",
        papers.size(),
        ours / theirs);
  }

  private static List<Path> others(Path directory) throws IOException {
    List<Path> papers = new ArrayList<>();
    try (Stream<Path> all = Files.walk(Path.of("/usr/share/doc"))) {
      for (Path file :
          all.filter(f -> f.toString().matches(".*\\.pdf(?:\\.gz)?")).sorted().toList()) {
        Path paper = directory.resolve("other-" + papers.size() + ".pdf");
        try (InputStream in = Files.newInputStream(file);
            InputStream open = file.toString().endsWith(".gz") ? new GZIPInputStream(in) : in) {
          Files.copy(open, paper);
        }
        try (Paper readable = Paper.open(paper)) {
          if (readable.pageCount() > 0 && papers.size() < OTHERS) {
            papers.add(paper);
          }
        } catch (PaperRefused e) {
          Files.delete(paper); // Longer than a handout is.
        }
      }
    }
    return papers;
  }

  private static void lines(Path pdf) {
    try (Paper paper = Paper.open(pdf)) {
      for (int number = 1; number <= paper.pageCount(); number++) {
        PageLines.of(paper.page(number));
      }
    }
  }

  private static void popplersWords(Path pdf, Path directory) {
    Program.run(
        List.of("pdftotext", "-bbox-layout", pdf.toString(), directory.resolve("t").toString()),
        Duration.ofMinutes(2),
        1_000);
  }

  private static DatePhrases.Reference reference() {
    return new DatePhrases.Reference(
        LocalDate.parse("2026-09-30"),
        new SchoolCalendar(
            ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of()),
        MeetingPattern.parse("MON,WED,FRI"));
  }

  private static List<TextAnchor> anchors(String text) {
    List<TextAnchor> all = new ArrayList<>();
    int step = text.length() / (ANCHORS + 1);
    for (int i = 0; i < ANCHORS; i++) {
      all.add(TextAnchor.of(text, i * step, i * step + 24));
    }
    return all;
  }

  private static List<String> read(Path pdf) {
    List<String> texts = new ArrayList<>();
    try (Paper paper = Paper.open(pdf)) {
      for (int number = 1; number <= paper.pageCount(); number++) {
        var page = paper.page(number);
        texts.add(page.text());
        GridReader.read(page, paper.rulings(number));
        paper.picture(number, WIDTH_PX);
      }
    }
    return texts;
  }

  private static void popplers(Path pdf, Path directory) {
    popplersWords(pdf, directory);
    Program.run(
        List.of(
            "pdftoppm",
            "-scale-to-x",
            "" + WIDTH_PX,
            "-scale-to-y",
            "-1",
            pdf.toString(),
            directory.resolve("page").toString()),
        Duration.ofMinutes(3),
        1_000);
  }
}
