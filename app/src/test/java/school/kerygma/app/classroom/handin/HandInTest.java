package school.kerygma.app.classroom.handin;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.Quad;
import school.kerygma.media.process.Ffmpeg;

/** Work is put together on a phone, handed in, seen by its teacher and by nobody else. */
class HandInTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");

  private static Chromium chromium;

  private final HandIns handIns = DemoServer.bean(HandIns.class);
  private final FilesOfWork files = DemoServer.bean(FilesOfWork.class);

  @TempDir Path directory;

  @BeforeAll
  static void open() {
    // Its stand-in for a microphone beeps.
    chromium =
        new Chromium(
            List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream"));
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static UUID task(TestSchool school, String rule, Set<UUID> papers) {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .reading(papers, 0)
                    .improved(5)
                    .handedIn(HandInRule.read(rule)));
    school.post(MONDAY, task);
    return task;
  }

  private static HandIns.Asked asked(TestSchool school, UUID task, String rule) {
    return new HandIns.Asked(
        task,
        school.section(),
        HandInRule.read(rule),
        DUE,
        Optional.of(DUE.plus(Duration.ofDays(7))));
  }

  private static byte[] sketch(int width, int height) throws IOException {
    BufferedImage page = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = page.createGraphics();
    g.setColor(Color.WHITE);
    g.fillRect(0, 0, width, height);
    g.setColor(Color.DARK_GRAY);
    g.setStroke(new BasicStroke(6));
    g.drawLine(50, height / 2, width - 50, height / 2);
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(page, "jpeg", out);
    return out.toByteArray();
  }

  private static void settled(UUID task, UUID student) {
    Awaitility.await()
        .until(
            () ->
                DemoServer.bean(HandIns.class).of(task, student).stream()
                    .flatMap(v -> v.files().stream())
                    .noneMatch(f -> f.reading() || f.arriving()));
  }

  @Test
  void aTextIsKeptOfflineAndInTwoTabsWarnedOfWhenHardlyBegunAndHandedInTwice() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = task(school, "text 60, link", Set.of());
    UUID student = school.students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class");
      page.getByText("Hand in", new Page.GetByTextOptions().setExact(true)).click();
      Locator text = page.getByLabel("Your text");
      assertThat(page.locator(".count")).containsText("0 of 60 words");
      Chromium.assertAccessible(page);
      text.fill("It bends.");
      assertThat(page.locator(".count")).containsText("2 of 60 words");

      page.locator(".hand-in-line button").click();
      assertThat(page.locator("#asked"))
          .containsText("Your text has 2 words, and 60 are asked for.");
      assertThat(page.locator("#asked")).isFocused();
      assertThat(handIns.latest(Set.of(task), Set.of(student))).isEmpty();

      // Without a line it stays on the device, and goes when the connection is back.
      phone.setOffline(true);
      text.fill("It bends in the middle. I saw it.");
      assertThat(page.locator(".count")).containsText("kept on this device");
      assertThat(page.locator("#asked")).hasCount(0);
      phone.setOffline(false);
      assertThat(page.locator(".count")).containsText("8 of 60 words");

      // A second tab writes too: the words of both stay.
      Page other = phone.newPage();
      other.navigate(page.url());
      other.getByLabel("Your text").fill("It bends in the middle. I saw it. The pier holds.");
      assertThat(other.locator(".count")).containsText("11 of 60 words");
      text.fill("It bends in the middle. I saw it. The deck is card.");
      assertThat(text).hasValue(Pattern.compile("deck is card[^$]*pier holds"));

      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");
      assertThat(page.locator(".hand-in-line button")).containsText("Hand in again");
      page.getByLabel("Your text")
          .fill("It bends in the middle, by nine millimeters, and comes back.");
      assertThat(page.locator(".count")).containsText("11 of 60 words");
      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("1 earlier version");
      Chromium.assertAccessible(page);
      page.navigate(DemoServer.address() + "/class");
      assertThat(page.locator(".todo")).containsText("handed in");
      assertThat(page.locator(".todo input[type=checkbox]")).hasCount(0);

      Page teacher =
          chromium.at(desk, school, "/sections/" + school.section() + "/tasks/" + task + "/work");
      assertThat(teacher.locator(".handed-sum")).containsText("of 2 have handed in");
      assertThat(teacher.locator(".handed")).containsText("2 versions");
      Chromium.assertAccessible(teacher);
      teacher.locator(".handed td a").first().click();
      assertThat(teacher.locator(".own-text")).containsText("nine millimeters");
      teacher.getByText("Version 1,").click();
      assertThat(teacher.locator(".own-text")).containsText("pier holds");
      Chromium.assertAccessible(teacher);
    }
  }

  @Test
  void whatOneStudentLeftOnADeviceIsNotOfferedToTheNext() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = task(school, "text", Set.of());
    List<UUID> both = new ArrayList<>(school.students());
    String address = DemoServer.address() + "/class/tasks/" + task + "/work";
    try (BrowserContext tablet = chromium.context(820, 1180)) {
      tablet.route(
          Pattern.compile(".*/work$"),
          route -> {
            if (route.request().method().equals("PUT")) {
              route.abort();
            } else {
              route.resume();
            }
          });
      Page first = Chromium.byCard(tablet, both.get(0));
      first.navigate(address);
      first.getByLabel("Your text").fill("Mine alone.");
      assertThat(first.locator(".count")).containsText("kept on this device");
      first.close();
      tablet.clearCookies();
      Page next = Chromium.byCard(tablet, both.get(1));
      next.navigate(address);
      assertThat(next.locator(".count")).containsText("no words yet");
      assertThat(next.getByLabel("Your text")).hasValue("");
      next.close();
      tablet.clearCookies();
      Page again = Chromium.byCard(tablet, both.get(0));
      again.navigate(address);
      assertThat(again.getByLabel("Your text")).hasValue("Mine alone.");
    }
  }

  @Test
  void photosAreTurnedOrderedAndHandedInAndWhatCannotBeReadIsKeptAsItIs() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = task(school, "files, together 2", Set.of());
    List<UUID> both = new ArrayList<>(school.students());
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, both.get(0));
      page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
      Locator pieces = page.locator(".pieces");
      page.setInputFiles(
          "#photos",
          new FilePayload[] {
            new FilePayload("one.jpg", "image/jpeg", sketch(1200, 900)),
            new FilePayload("two.jpg", "image/jpeg", sketch(900, 1200))
          });
      assertThat(pieces.locator("img")).hasCount(2);
      Chromium.assertAccessible(page);
      assertThat(picture(pieces)).isEqualTo("wide");
      pieces.getByText("Turn").first().click();
      assertThat(pieces.locator("img").first()).hasAttribute("src", Pattern.compile("look=1"));
      assertThat(picture(pieces)).isEqualTo("high");
      pieces.getByText("Move up").click();
      assertThat(pieces.locator("li").first()).containsText("two.jpg");

      page.setInputFiles("#files", new FilePayload("IMG_1.HEIC", "image/heic", new byte[] {1, 2}));
      assertThat(page.locator(".told.wrong:visible")).containsText("HEIC");
      // As large as a telephone's photos are.
      byte[] large = new byte[6 << 20];
      page.setInputFiles("#files", new FilePayload("film.mov", "video/quicktime", large));
      assertThat(pieces.locator("li").last()).containsText("It cannot be shown here");
      pieces.locator("li").last().getByText("Take away").click();
      assertThat(pieces.locator("li")).hasCount(2);
      page.setInputFiles(
          "#files", new FilePayload("run.exe", "application/octet-stream", new byte[] {77, 90, 1}));
      assertThat(pieces.locator("li").last())
          .containsText("Your teacher may not be able to open it");
      page.getByText("Hand in together").click();
      page.locator(".mates input").check();
      page.locator(".hand-in-line button").click();
      // It is said before it goes, not found out afterwards.
      assertThat(page.locator("#asked")).containsText("One of the files cannot be opened");
      assertThat(page.locator(".mates input")).isChecked();
      page.locator("#asked button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");
      // What is taken away afterwards is taken from the next version.
      pieces.locator("li").last().getByText("Take away").click();
      assertThat(pieces.locator("li")).hasCount(2);
    }
    // One hands in for both.
    HandInVersion mates =
        handIns.latest(Set.of(task), Set.of(both.get(1))).get(both.get(1)).get(task);
    assertThat(mates.student()).isEqualTo(both.get(0));
    assertThat(mates.files())
        .extracting(HandedFile::name)
        .containsExactly("two.jpg", "one.jpg", "run.exe");
    HttpClient mate =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.copyOf(both)).get(both.get(1)));
    assertThat(Caller.get(mate, "/class/hand-ins/" + mates.id()).statusCode()).isEqualTo(200);
    UUID program = mates.files().getLast().id();
    HttpResponse<String> saved = Caller.get(mate, "/media/hand-ins/" + program + "/original");
    assertThat(saved.headers().firstValue("Content-Type")).hasValue("application/octet-stream");
    assertThat(saved.headers().firstValue("Content-Disposition").orElse(""))
        .startsWith("attachment");
    assertThat(saved.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
    // The photos are one PDF, in their order; the program is not in it.
    String whole = "/media/hand-ins/" + mates.id() + "/pages.pdf";
    HttpResponse<byte[]> pdf =
        mate.send(
            HttpRequest.newBuilder(URI.create(DemoServer.address() + whole)).build(),
            HttpResponse.BodyHandlers.ofByteArray());
    assertThat(pdf.headers().firstValue("Content-Type")).hasValue("application/pdf");
    try (PDDocument document = Loader.loadPDF(pdf.body())) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
    }
    // Nobody else sees it: not who sits elsewhere, not a teacher of another section.
    TestSchool elsewhere = TestSchool.in("America/Halifax", 1);
    UUID stranger = elsewhere.students().iterator().next();
    HttpClient other =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(stranger)).get(stranger));
    for (HttpClient who : List.of(other, Caller.teacher(elsewhere.email()))) {
      assertThat(Caller.get(who, whole).statusCode()).isEqualTo(404);
      for (String path : List.of("/original", "/1/s")) {
        assertThat(
                Caller.get(who, "/media/hand-ins/" + mates.files().getFirst().id() + path)
                    .statusCode())
            .isEqualTo(404);
      }
    }
  }

  private static String picture(Locator pieces) {
    Locator first = pieces.locator("img").first();
    Awaitility.await()
        .until(() -> (Boolean) first.evaluate("i => i.complete && i.naturalWidth > 0"));
    return (Boolean) first.evaluate("i => i.naturalWidth > i.naturalHeight") ? "wide" : "high";
  }

  @Test
  void thePaperAsItWasGivenOutIsAskedAboutAndTheTeacherIsToldIfItGoesAllTheSame() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path sheet =
        TestSheets.pdf(
            directory.resolve("Load table.pdf"),
            List.of("Load table", "5 N bends ____ mm", "10 N bends ____ mm"));
    UUID paper = Papers.bring(school, sheet);
    UUID task = task(school, "files", Set.of(paper));
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = asked(school, task, "files");
    byte[] bytes = Files.readAllBytes(sheet);
    UUID file = files.announce(asked, student, "done.pdf", bytes.length, Shape.FILE);
    files.receive(file, student, new ByteArrayInputStream(bytes));
    settled(task, student);
    assertThat(handIns.handIn(asked, student, Set.of(), false).finding())
        .contains(Blank.Finding.UNCHANGED);
    assertThat(handIns.latest(Set.of(task), Set.of(student))).isEmpty();
    assertThat(handIns.handIn(asked, student, Set.of(), true).finding()).isEmpty();
    String seen =
        Caller.get(
                Caller.teacher(school.email()),
                "/sections/" + school.section() + "/tasks/" + task + "/work")
            .body();
    assertThat(seen).contains("as it was given out");
  }

  private Path docx(String name, String... lines) throws IOException {
    Path file = directory.resolve(name);
    try (XWPFDocument document = new XWPFDocument();
        OutputStream out = Files.newOutputStream(file)) {
      for (String line : lines) {
        document.createParagraph().createRun().setText(line);
      }
      document.write(out);
    }
    return file;
  }

  /** ECMA-376, as Apache POI writes it and LibreOffice opens it. */
  @Test
  void aWordProcessorsFileIsShownAsPagesAndNoticedIfNothingWasWrittenInIt() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path given =
        docx("given.docx", "How does it bend?", "1. Say what you saw.", "2. Say why it holds.");
    UUID task = task(school, "files", Set.of(Papers.bring(school, given)));
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = asked(school, task, "files");
    Path done =
        docx(
            "done.docx",
            "How does it bend?",
            "1. Say what you saw.",
            "The deck of the beam bridge went down by nine millimeters in the middle.",
            "2. Say why it holds.",
            "The triangles of the truss push and pull along their sides and do not bend.");
    Map<Path, Optional<Blank.Finding>> expected =
        Map.of(given, Optional.of(Blank.Finding.UNCHANGED), done, Optional.empty());
    for (Path file : List.of(given, done)) {
      byte[] bytes = Files.readAllBytes(file);
      UUID piece = files.announce(asked, student, "mine.docx", bytes.length, Shape.FILE);
      files.receive(piece, student, new ByteArrayInputStream(bytes));
      settled(task, student);
      HandedFile shown = handIns.of(task, student).getFirst().files().getFirst();
      assertThat(shown.pages()).isEqualTo(1);
      assertThat(shown.finding()).as("%s", file).isEqualTo(expected.get(file));
      files.takeAway(asked, piece, student);
    }
  }

  @Test
  void theMomentAtWhichSendingBeganCountsHoweverSlowTheLineIs() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task = task(school, "files", Set.of());
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = asked(school, task, "files");
    byte[] bytes = sketch(300, 300);
    Instant lastSecond = Instant.parse("2026-10-03T02:59:59Z");
    UUID[] file = new UUID[1];
    ScopedClock.runAt(
        lastSecond,
        () -> {
          file[0] = files.announce(asked, student, "slow.jpg", bytes.length, Shape.PHOTO);
          handIns.handIn(asked, student, Set.of(), false);
        });
    HandInVersion sending = handIns.of(task, student).getLast();
    assertThat(sending.sending()).isTrue();
    assertThat(sending.begun()).contains(lastSecond);
    // A piece of it is no file; the whole is.
    assertThatThrownBy(
            () -> files.receive(file[0], student, new ByteArrayInputStream(bytes, 0, 90)))
        .isInstanceOf(Problem.class);
    assertThat(handIns.of(task, student).getLast().sending()).isTrue();
    ScopedClock.runAt(
        lastSecond.plusSeconds(900),
        () -> files.receive(file[0], student, new ByteArrayInputStream(bytes)));
    HandInVersion in = handIns.of(task, student).getLast();
    assertThat(in.begun()).contains(lastSecond);
    assertThat(in.arrived()).contains(lastSecond.plusSeconds(900));
    // Twice pressed is handed in once, and again only until it may last be improved.
    ScopedClock.runAt(
        DUE.plus(Duration.ofDays(6)), () -> handIns.write(asked, student, "", "", in.edits()));
    assertThat(handIns.of(task, student)).hasSize(2);
    ScopedClock.runAt(
        DUE.plus(Duration.ofDays(8)),
        () ->
            assertThatThrownBy(() -> handIns.handIn(asked, student, Set.of(), false))
                .hasMessage("hand-in-over"));
  }

  @Test
  void whatDoesNotBelongTogetherIsRefused() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = task(school, "files, together 2", Set.of());
    List<UUID> both = new ArrayList<>(school.students());
    HandIns.Asked asked = asked(school, task, "files, together 2");
    assertThatThrownBy(() -> files.announce(asked, both.get(0), "film.mp4", 300L << 20, Shape.FILE))
        .hasMessage("hand-in-large");
    assertThatThrownBy(() -> files.announce(asked, both.get(0), "a.heif", 10, Shape.PHOTO))
        .hasMessage("hand-in-heic");
    UUID file = files.announce(asked, both.get(0), "a.png", 10, Shape.PHOTO);
    assertThatThrownBy(
            () -> files.receive(file, both.get(1), new ByteArrayInputStream(new byte[10])))
        .hasMessage("not-found");
    assertThatThrownBy(() -> handIns.handIn(asked, both.get(0), Set.of(UUID.randomUUID()), true))
        .hasMessage("hand-in-mates");
    HttpClient student =
        Caller.byCard(
            DemoServer.bean(People.class).cardLinks(Set.of(both.get(0))).get(both.get(0)));
    assertThat(
            Caller.post(
                    student,
                    "/class/tasks/" + task + "/tick?done=true",
                    "application/json",
                    "",
                    Caller.token(student, "/class"))
                .statusCode())
        .isEqualTo(409);
  }

  /** A sheet of paper on a dark table, askew. */
  private static byte[] askew() throws IOException {
    BufferedImage photo = new BufferedImage(900, 1200, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = photo.createGraphics();
    g.setColor(new Color(60, 52, 44));
    g.fillRect(0, 0, 900, 1200);
    g.setColor(new Color(235, 232, 226));
    g.fillPolygon(new int[] {180, 720, 810, 90}, new int[] {120, 240, 1080, 960}, 4);
    g.setColor(Color.DARK_GRAY);
    g.fillRect(300, 500, 200, 8);
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(photo, "jpeg", out);
    return out.toByteArray();
  }

  @Test
  void aPhotoTakenAskewIsStraightenedBetweenCornersThatAreProposedAndMovedByKeys()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task = task(school, "files", Set.of());
    UUID student = school.students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
      page.setInputFiles("#photos", new FilePayload("askew.jpg", "image/jpeg", askew()));
      Locator pieces = page.locator(".pieces");
      pieces.getByText("Straighten").click();
      assertThat(page.locator("dialog.corners")).containsText("Are these the corners");
      Chromium.assertAccessible(page);
      Locator first = page.getByLabel("Top left");
      assertThat(first).isFocused();
      assertThat(first).hasAttribute("style", Pattern.compile("left: 20\\.\\d+%; top: (9\\.9|10)"));
      page.keyboard().press("ArrowRight");
      page.keyboard().press("ArrowDown");
      page.getByText("Straighten it").click();
      assertThat(pieces.locator("img")).hasAttribute("src", Pattern.compile("look=1"));
      assertThat(pieces.getByText("As it was taken")).isVisible();
      // What is seen now is paper alone: no corner is the table's.
      List<?> corners =
          (List<?>)
              pieces
                  .locator("img")
                  .evaluate(
                      "async i => { await i.decode(); const c = document.createElement('canvas');"
                          + " c.width = i.naturalWidth; c.height = i.naturalHeight; const p ="
                          + " c.getContext('2d'); p.drawImage(i, 0, 0); return [[12, 12], [c.width -"
                          + " 12, 12], [12, c.height - 12], [c.width - 12, c.height -"
                          + " 12]].map(([x, y]) => p.getImageData(x, y, 1, 1).data[0]); }");
      assertThat(corners).allMatch(tone -> ((Number) tone).intValue() > 180);

      pieces.getByText("Turn").click();
      assertThat(pieces.locator("img")).hasAttribute("src", Pattern.compile("look=2"));
      pieces.getByText("As it was taken").click();
      assertThat(pieces.locator("img")).hasAttribute("src", Pattern.compile("look=3"));
      assertThat(pieces.getByText("Straighten", new Locator.GetByTextOptions().setExact(true)))
          .isVisible();
    }
    UUID file = handIns.of(task, student).getFirst().files().getFirst().id();
    HandIns.Asked asked = asked(school, task, "files");
    Optional<Quad> corners = Optional.of(Quad.read("0.1 0.1 0.9 0.1 0.9 0.9 0.1 0.9"));
    files.straighten(asked, file, student, corners);
    settled(task, student);
    assertThatThrownBy(() -> files.straighten(asked, file, student, corners))
        .hasMessage("hand-in-straight");

    // Of a photo that can no longer be read the picture that was there is better than none.
    MediaStore store = DemoServer.bean(MediaStore.class);
    store.delete("handins/" + file + ".original");
    store.put("handins/" + file + ".original", new ByteArrayInputStream(new byte[] {1, 2, 3}));
    files.turn(asked, file, student);
    settled(task, student);
    HandedFile stays = handIns.of(task, student).getFirst().files().getFirst();
    assertThat(stays.stayed()).isTrue();
    assertThat(stays.pages()).isOne();
  }

  @Test
  void anAnswerIsSpokenHeardSaidAgainOnFilmAndPlayedByItsStudentAndTheTeachersAlone()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = task(school, "spoken 5, filmed 5, together 2", Set.of());
    List<UUID> both = new ArrayList<>(school.students());
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, both.get(0));
      page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
      page.getByText("Speak", new Page.GetByTextOptions().setExact(true)).click();
      assertThat(page.locator(".answer-clock")).containsText("of 0:05");
      Chromium.assertAccessible(page);
      // It ends by itself when the time that was set is over.
      assertThat(page.locator(".answer-made")).containsText("Spoken answer, 0:05");
      assertThat(page.locator(".answer-made .next")).isFocused();
      Chromium.assertAccessible(page);

      // What was not kept yet is still there when the page comes back.
      page.reload();
      assertThat(page.locator(".answer-made")).containsText("Spoken answer");
      page.locator(".answer-made .next").click();
      Locator pieces = page.locator(".pieces li");
      assertThat(pieces.locator("audio")).hasCount(1);
      assertThat(length(pieces.locator("audio"))).isBetween(4.0, 6.0);
      Chromium.assertAccessible(page);

      // Who says it again means that.
      page.getByText("Film", new Page.GetByTextOptions().setExact(true)).click();
      Chromium.recorded(page.locator(".answer-clock"), 2);
      page.keyboard().press("Enter"); // "Stop" has the focus.
      page.locator(".answer-made .next").click();
      assertThat(pieces.locator("video")).hasCount(1);
      assertThat(pieces).hasCount(1);
      assertThat(length(pieces.locator("video"))).isBetween(1.0, 6.0);

      page.locator(".mates").locator("..").locator("summary").click();
      page.locator(".mates input").check();
      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");
      HandInVersion version =
          handIns.latest(Set.of(task), Set.of(both.get(0))).get(both.get(0)).get(task);
      String answer = "/media/hand-ins/" + version.files().getFirst().id() + "/answer";
      Page teacher = chromium.at(desk, school, "/hand-ins/" + version.id());
      assertThat(length(teacher.locator(".handed-file video"))).isBetween(1.0, 6.0);
      Locator film = teacher.locator(".handed-file:has(video)");
      film.locator("video").evaluate("v => (v.currentTime = 1)");
      film.locator(".sound-note input").fill("Say this once more.");
      film.locator(".sound-note button").click();
      assertThat(film.locator(".remarks li")).containsText("Say this once more.");
      film.locator("video").evaluate("v => (v.currentTime = 0)");
      film.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Listen from 0:01"))
          .click();
      teacher.waitForFunction(
          "() => document.querySelector('.handed-file video').currentTime >= 1");
      assertThat(Caller.get(Caller.teacher(DemoServer.TEACHER), answer).statusCode())
          .isEqualTo(404);
      Map<UUID, String> cards = DemoServer.bean(People.class).cardLinks(Set.copyOf(both));
      HttpResponse<String> own = Caller.get(Caller.byCard(cards.get(both.get(0))), answer);
      assertThat(own.statusCode()).isEqualTo(200);
      assertThat(own.headers().firstValue("Content-Type")).contains("video/mp4");
      HttpClient mate = Caller.byCard(cards.get(both.get(1)));
      assertThat(Caller.get(mate, answer).statusCode()).isEqualTo(404);
      assertThat(Caller.get(mate, "/class/hand-ins/" + version.id()).body())
          .contains("Only who said it and the teachers can play it")
          .doesNotContain(answer);
    }
    assertThat(chromium.faults()).isEmpty();
  }

  @Test
  void anAnswerWhoseLineIsLostSaysSoStaysOnTheDeviceAndGoesOnceMoreAsTheSameFile() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task = task(school, "spoken 9", Set.of());
    UUID student = school.students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
      page.getByText("Speak", new Page.GetByTextOptions().setExact(true)).click();
      Chromium.recorded(page.locator(".answer-clock"), 2);
      page.keyboard().press("Enter");
      assertThat(page.locator(".answer-made")).containsText("Spoken answer");
      // The connection is lost as it is announced, and then once more as it goes.
      phone.setOffline(true);
      page.locator(".answer-made .next").click();
      assertThat(page.locator(".answer [role=alert]"))
          .containsText("Your answer is kept on this device");
      phone.setOffline(false);
      page.route("**/class/work/files/*", Route::abort);
      page.locator(".answer-made .next").click();
      assertThat(page.locator(".pieces [data-deed^=again]")).hasCount(1);
      assertThat(page.locator(".answer [role=alert]"))
          .containsText("Your answer is kept on this device");
      page.unroute("**/class/work/files/*");
      page.locator(".answer-made .next").click();
      assertThat(page.locator(".pieces audio")).hasCount(1);
      assertThat(page.locator(".pieces li")).hasCount(1);
      assertThat(page.locator(".answer-made")).isHidden();
      page.reload();
      assertThat(page.locator(".pieces audio")).hasCount(1);
      assertThat(page.locator(".answer-made")).isHidden();
    }
  }

  /** How long a browser finds that something plays, in seconds. */
  private static double length(Locator player) {
    return ((Number)
            player.evaluate(
                "p => new Promise((d, f) => { p.onloadedmetadata = () => d(p.duration); p.onerror ="
                    + " f; p.preload = 'metadata'; p.load(); })"))
        .doubleValue();
  }

  @Test
  void anAnswerInWhichNothingIsHeardIsAskedAboutAndWhatIsNoSoundIsNeverPlayed() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task = task(school, "spoken 30", Set.of());
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = asked(school, task, "spoken 30");
    Path silence = directory.resolve("silence.webm");
    Ffmpeg.run("-f", "lavfi", "-i", "anullsrc=r=48000:cl=mono", "-t", "3", Ffmpeg.file(silence));
    byte[] script = "<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8);
    for (byte[] bytes : List.of(Files.readAllBytes(silence), script)) {
      UUID file = files.announce(asked, student, "said.webm", bytes.length, Shape.SPOKEN);
      files.receive(file, student, new ByteArrayInputStream(bytes));
      settled(task, student);
      assertThat(handIns.handIn(asked, student, Set.of(), false).finding())
          .contains(Blank.Finding.EMPTY);
    }
    UUID last = handIns.of(task, student).getFirst().files().getLast().id();
    String card = DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student);
    assertThat(Caller.get(Caller.byCard(card), "/media/hand-ins/" + last + "/answer").statusCode())
        .isEqualTo(404);
    assertThatThrownBy(() -> files.announce(asked, student, "me.webm", 10, Shape.FILMED))
        .isInstanceOf(Problem.class);
  }

  /** The rubric of the demonstration has 5 criteria with 4 levels each. */
  @Test
  void studentsSayByTheRubricWhereTheySeeThemselvesAndTheTeacherReadsIt() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID rubric =
        TestSchool.id("select handout_id from edition where file_name like 'Footbridge rubric%'");
    UUID task = task(school, "text", Set.of(rubric));
    UUID student = school.students().iterator().next();
    SelfChecks checks = DemoServer.bean(SelfChecks.class);
    List<SelfChecks.Criterion> criteria = checks.criteria(Set.of(rubric));
    assertThat(criteria).hasSize(5);
    assertThat(criteria).allMatch(c -> c.levels().size() == 4);
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
      page.locator(".self-check summary").click();
      page.waitForResponse(
          r -> r.url().endsWith("/work/self"),
          () -> page.locator(".self-check fieldset").first().locator("input").nth(1).check());
      Chromium.assertAccessible(page);
      page.getByLabel("Your text").fill("It holds because it is made of triangles.");
      assertThat(page.locator(".count")).containsText("kept");
      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");
      assertThat(page.locator(".self-check input:checked")).hasCount(1);
      Page teacher =
          chromium.at(desk, school, "/sections/" + school.section() + "/tasks/" + task + "/work");
      teacher.locator(".handed td a").first().click();
      assertThat(teacher.locator("main.looking[data-ready=true]")).isVisible();
      assertThat(teacher.locator(".mark-row").first().locator("legend"))
          .containsText(criteria.getFirst().name());
      assertThat(teacher.locator(".mark-row").first())
          .containsText("their own view: " + criteria.getFirst().levels().get(1));
    }
    HandIns.Asked asked = asked(school, task, "text");
    assertThatThrownBy(
            () ->
                checks.say(
                    asked, student, Set.of(rubric), new SelfChecks.Said("Grades", "very good")))
        .isInstanceOf(Problem.class);
  }

  @Test
  void whatTwoRecordsOfOnePersonHaveHandedInStaysWhenTheyBecomeOne() {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    UUID task = task(school, "text, together 2", Set.of());
    List<UUID> three = new ArrayList<>(school.students());
    HandIns.Asked asked = asked(school, task, "text, together 2");
    for (UUID student : three.subList(0, 2)) {
      handIns.write(asked, student, "It bends.", "", 0);
      handIns.handIn(asked, student, Set.of(), false);
    }
    handIns.write(asked, three.get(2), "Ours.", "", 0);
    handIns.handIn(asked, three.get(2), Set.of(three.get(0)), false);
    DemoServer.bean(People.class).merge(three.get(0), three.get(1));
    assertThat(handIns.of(task, three.get(1)))
        .extracting(HandInVersion::text)
        .containsExactlyInAnyOrder("It bends.", "It bends.", "Ours.");
    assertThat(handIns.of(task, three.get(0))).isEmpty();
  }
}
