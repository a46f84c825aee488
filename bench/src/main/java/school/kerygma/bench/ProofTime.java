package school.kerygma.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.Moments;

/**
 * How long the proof of a talk of ten minutes takes, with forty pages of papers and six sections:
 * when nothing is known of it, when all is, and when one stop has changed.
 */
final class ProofTime {

  private static final int STOPS = 10;
  private static final int PAGES = 40;
  private static final int SECTIONS = 6;
  private static final int ROUNDS = 100;
  private static final int WARM_UP = 300;

  private static final String SAID =
      "Part %d is the load table in your workbook. It is due on Friday, October 2, before midnight. Fill in six rows, one for every weight, and "
          + "write newtons in the last column. Plan about 40 minutes for it. It is worth 6 points. Look at page %d of the sheet, where the units stand. "
          + "Most people forget the arrows at the two ends, where the bridge rests on the bank. Draw each of them on its own half page, with a pencil, "
          + "and label every part. Then compare your numbers with those of your partner, and write down what is different and why. If you are not sure "
          + "how to turn grams into newtons, look at the slide with the triangle once more. Bring the table to class on Wednesday. We will check it "
          + "together before we load the model, and whoever has a question asks it then. Write at least 100 words about what you would change, each "
          + "change with a reason.";

  private ProofTime() {}

  static void measure(BenchSchool school) throws Exception {
    UUID owner = school.id("select id from person where email = 'odalys.brandt@tidewater.example'");
    UUID term = school.id("select id from term limit 1");
    Sections sections = school.bean(Sections.class);
    Map<UUID, LocalDate> days = new HashMap<>();
    for (int i = 0; i < SECTIONS; i++) {
      UUID section =
          sections.addSection(
              term,
              "Bench " + i,
              MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30"),
              45,
              Set.of(owner),
              Set.of());
      days.put(section, LocalDate.parse("2026-10-02"));
    }
    UUID paper = paper(school, owner);
    UUID task =
        school
            .bean(Tasks.class)
            .plan(
                owner, TaskSheet.of("Load table", 40, days).worth(6, "").reading(Set.of(paper), 0));
    Scripts scripts = school.bean(Scripts.class);
    UUID walkthrough = scripts.write(owner, "Ten minutes");
    for (int i = 1; i < STOPS; i++) {
      school.bean(StopOrder.class).addStop(walkthrough, i);
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < STOPS; i++) {
      scripts.tie(stops.get(i).id(), Set.of(task));
      say(scripts, walkthrough, i, SAID.formatted(i + 1, i + 1));
    }
    Map<UUID, Moments> moments = new HashMap<>();
    Instant up = Instant.parse("2026-09-27T21:00:00Z");
    days.keySet()
        .forEach(
            s -> moments.put(s, new Moments(up, up.plus(6, ChronoUnit.DAYS), Optional.empty())));
    school
        .bean(Postings.class)
        .post(
            UUID.randomUUID(),
            owner,
            new PostingSheet(walkthrough, new HashSet<>(Set.of(task)), "", "", moments));
    Visitor teacher =
        Visitor.teacher(school.address(), "odalys.brandt@tidewater.example", "footbridge");
    String asked = "/walkthroughs/proofs?of=" + walkthrough;
    double cold = ms(teacher, asked);
    for (int i = 0; i < WARM_UP; i++) {
      ms(teacher, asked); // A server that teachers use is warm.
    }
    double[] warm = new double[ROUNDS];
    double[] changed = new double[ROUNDS];
    for (int i = 0; i < ROUNDS; i++) {
      warm[i] = ms(teacher, asked);
    }
    for (int i = 0; i < ROUNDS; i++) {
      say(scripts, walkthrough, i % STOPS, SAID.formatted(i + 20, i + 1) + " Now " + i + ".");
      changed[i] = ms(teacher, asked);
    }
    System.out.printf(
        Locale.ROOT,
        "proof: known, %.3f of the first time; with one stop changed, %.3f (%.0f ms and %.0f ms of %.0f ms, page and database included; at most 50 ms)%n",
        median(warm) / cold,
        median(changed) / cold,
        median(warm),
        median(changed),
        cold);
  }

  private static void say(Scripts scripts, UUID walkthrough, int at, String words) {
    StopView stop = scripts.stopsOf(walkthrough).get(at);
    scripts.say(stop.id(), stop.version(), "Stop " + at, words);
  }

  private static double ms(Visitor teacher, String path) throws Exception {
    long began = System.nanoTime();
    teacher.get(path);
    return (System.nanoTime() - began) / 1e6;
  }

  private static double median(double[] all) {
    double[] sorted = all.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  private static UUID paper(BenchSchool school, UUID owner) throws Exception {
    TakingIn.TakenIn taken =
        school
            .bean(TakingIn.class)
            .takeIn(owner, "forty pages.pdf", new ByteArrayInputStream(pdf()));
    Jobs jobs = school.bean(Jobs.class);
    while (!jobs.find(taken.work()).orElseThrow().state().isOver()) {
      Thread.sleep(50);
    }
    return taken.handout();
  }

  private static byte[] pdf() throws IOException {
    try (PDDocument pdf = new PDDocument()) {
      PDType1Font font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
      for (int p = 1; p <= PAGES; p++) {
        PDPage page = new PDPage();
        pdf.addPage(page);
        try (PDPageContentStream out = new PDPageContentStream(pdf, page)) {
          out.beginText();
          out.setFont(font, 11);
          out.setLeading(16);
          out.newLineAtOffset(60, 730);
          out.showText("Part " + p + " The load table, 6 points, 40 minutes");
          for (int line = 0; line < 38; line++) {
            out.newLine();
            out.showText(
                "Fill in six rows, one for every weight, and write newtons in the last column.");
          }
          out.endText();
        }
      }
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      pdf.save(bytes);
      return bytes.toByteArray();
    }
  }
}
