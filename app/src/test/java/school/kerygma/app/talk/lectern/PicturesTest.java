package school.kerygma.app.talk.lectern;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.sound.Sound;
import tools.jackson.databind.json.JsonMapper;

/** A face and another window, recorded at the lectern and played in step with the sound. */
class PicturesTest {

  private static Chromium chromium;
  private static TestSchool school;
  private static UUID walkthrough;
  private static @TempDir Path directory;

  @BeforeAll
  static void open() throws Exception {
    DemoServer.address();
    // The browser's own stand-ins: a camera with a moving pattern, a microphone that beeps.
    chromium =
        new Chromium(
            List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream"));
    school = TestSchool.in("America/Halifax", 0);
    Scripts scripts = DemoServer.bean(Scripts.class);
    walkthrough = scripts.write(school.teacher(), "Hello");
    UUID page = Papers.pages(Papers.bring(school, sheet())).getFirst();
    scripts.show(scripts.stopsOf(walkthrough).getFirst().id(), page, new Box(50, 50, 300, 200));
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static Path sheet() throws IOException {
    try (PDDocument document = new PDDocument()) {
      document.addPage(new PDPage());
      Path file = directory.resolve("sheet.pdf");
      document.save(file.toFile());
      return file;
    }
  }

  private static void startRecording(Page page) {
    page.getByText("Use the microphone").click();
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Start recording F8"))
        .click();
    until(page, 1_000);
  }

  private static long at(Page page) {
    String told = page.locator("main").getAttribute("data-at");
    return told == null ? 0 : Long.parseLong(told);
  }

  private static void until(Page page, long ms) {
    page.waitForCondition(() -> at(page) >= ms);
  }

  private static PlaybackScore score() {
    return score(walkthrough);
  }

  private static PlaybackScore score(UUID of) {
    Scores scores = DemoServer.bean(Scores.class);
    return DemoServer.bean(JsonMapper.class)
        .readValue(scores.body(scores.current(of).orElseThrow().id()), PlaybackScore.class);
  }

  @Test
  void aFaceAndAWindowAreSeenAtTheirTimesAndNotAfterwards() throws Exception {
    try (BrowserContext context = chromium.context(1280, 800)) {
      Page page = context.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      page.locator("main[data-ready]").waitFor();
      startRecording(page);
      page.keyboard().press("y");
      assertThat(page.getByText("Your face: all")).isVisible();
      long faceOn = at(page);
      until(page, faceOn + 2_000);
      page.keyboard().press("y");
      assertThat(page.getByText("Your face: corner")).isVisible();
      long corner = at(page);
      until(page, corner + 1_500);
      page.keyboard().press("j");
      page.keyboard().type("form names 7C");
      page.keyboard().press("Enter");
      page.keyboard().press("y");
      long faceOff = at(page);
      until(page, faceOff + 1_000);
      page.keyboard().press("o");
      assertThat(page.getByText("Hold still")).isVisible();
      long window = at(page);
      until(page, window + 1_500);
      page.keyboard().press("h");
      until(page, window + 2_500);
      page.keyboard().press("o");
      assertThat(page.getByText("Hold still")).isHidden();
      long windowOff = at(page);
      until(page, windowOff + 800);
      page.keyboard().press("F8");
      page.waitForURL("**/play*");

      Awaitility.await()
          .until(
              () ->
                  DemoServer.bean(Scores.class).current(walkthrough).isPresent()
                      && !score().pictures().isEmpty());
      List<PlaybackScore.PictureShown> pictures = score().pictures();
      assertThat(pictures)
          .extracting(p -> p.kind() + (p.still() ? " held" : ""))
          .containsExactly("face", "face", "window", "window held");
      // The lectern's clock is read five times a second.
      assertThat((double) pictures.get(0).startMs()).isCloseTo(faceOn, within(700.0));
      assertThat((double) pictures.get(1).startMs()).isCloseTo(corner, within(400.0));
      assertThat((double) pictures.get(1).endMs()).isCloseTo(faceOff, within(400.0));
      assertThat((double) pictures.get(2).startMs()).isCloseTo(window, within(700.0));
      assertThat((double) pictures.get(3).endMs()).isCloseTo(windowOff, within(400.0));
      assertThat(pictures.get(0).place().width()).isEqualTo(1600);
      assertThat(pictures.get(1).place().width()).isEqualTo(384);

      page.locator(".player[data-ready]").waitFor();
      for (int i = 0; i < pictures.size(); i++) {
        PlaybackScore.PictureShown p = pictures.get(i);
        seek(page, (p.startMs() + p.endMs()) / 2);
        assertThat(page.locator(".player canvas"))
            .hasAttribute("data-moving", i < 2 ? "face" : "window");
        page.waitForCondition(() -> isColorful(page));
      }
      seek(page, pictures.get(1).endMs() + 400);
      assertThat(page.locator(".player canvas")).hasAttribute("data-moving", "");
      page.waitForCondition(() -> !isColorful(page));

      // Playing, the face is within 80 ms of the sound.
      seek(page, pictures.get(0).startMs());
      page.locator(".player audio").evaluate("a => a.play()");
      page.waitForCondition(() -> now(page) > pictures.get(0).startMs() + 1_500);
      double ahead =
          ((Number)
                  page.locator(".player canvas")
                      .evaluate(
                          "c => new Promise((done) => { const all = []; const look = () => { all.push(Math.abs(Number(c.dataset.ahead)));"
                              + " if (all.length < 40) { requestAnimationFrame(look); } else { done(all.sort((a, b) => a - b)[20]); } }; look(); })"))
              .doubleValue();
      assertThat(ahead).isLessThan(80);
      page.locator(".player audio").evaluate("a => a.pause()");

      assertThat(DemoServer.bean(Jottings.class).open(List.of(walkthrough)))
          .extracting(Jottings.View::words)
          .containsExactly("form names 7C");
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough);
      assertThat(page.locator(".jottings li")).containsText("form names 7C");
      page.navigate(DemoServer.address() + "/plan");
      assertThat(page.locator("#look-at")).containsText("Hello: one thing noted to put right");
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough);
      page.getByText("It is put right").click();
      assertThat(page.locator(".jottings li")).hasCount(0);
      assertThat(chromium.faults()).isEmpty();
    }
  }

  @Test
  void aClipIsPlayedInsideTheTakeAndItsSoundGoesIntoTheTalkOnce() throws Exception {
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID talk = scripts.write(school.teacher(), "A clip");
    UUID page1 = Papers.pages(Papers.bring(school, form())).getFirst();
    scripts.show(scripts.stopsOf(talk).getFirst().id(), page1, new Box(50, 50, 400, 200));
    // As an old camera writes it: MPEG-4 and MP3 in AVI.
    Path film = directory.resolve("beam_bends.avi");
    Ffmpeg.run(
        "-f",
        "lavfi",
        "-i",
        "color=0x20c020:s=320x180:d=3:r=25",
        "-f",
        "lavfi",
        "-i",
        "sine=frequency=3000:d=3",
        "-c:v",
        "mpeg4",
        "-c:a",
        "mp3",
        Ffmpeg.file(film));
    Path words = Files.writeString(directory.resolve("words.mp4"), "No film at all.");
    try (BrowserContext context = chromium.context(1280, 800)) {
      Page page = context.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + talk);
      page.locator("#clip").setInputFiles(words);
      assertThat(page.getByText("This file is no film and no sound")).isVisible();
      page.locator("#clip").setInputFiles(film);
      assertThat(page.getByText("film, 0:03")).isVisible();
      assertThat(page.locator(".clips").getByText("Put away")).isVisible();

      page.navigate(DemoServer.address() + "/walkthroughs/" + talk + "/lectern");
      page.locator("main[data-ready]").waitFor();
      startRecording(page);
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("beam bends")).click();
      assertThat(page.getByText("Back to page")).isVisible();
      long played = at(page);
      until(page, played + 1_000);
      page.keyboard().press("h");
      until(page, played + 2_500);
      page.keyboard().press("h");
      assertThat(page.getByText("The clip is over")).isVisible();
      page.keyboard().press("o");
      assertThat(page.getByText("Hold still")).isHidden();
      long over = at(page);
      until(page, over + 1_500);
      page.keyboard().press("F8");
      page.waitForURL("**/play*");

      PlaybackScore score = score(talk);
      assertThat(score.pictures())
          .extracting(PlaybackScore.PictureShown::kind)
          .containsExactly("clip");
      PlaybackScore.PictureShown clip = score.pictures().getFirst();
      assertThat((double) clip.startMs()).isCloseTo(played, within(700.0));
      assertThat((double) clip.endMs()).isCloseTo(over, within(500.0));
      page.locator(".player[data-ready]").waitFor();
      seek(page, clip.startMs() + 500);
      page.waitForCondition(() -> isColorful(page));
      seek(page, clip.endMs() + 700);
      page.waitForCondition(() -> !isColorful(page));

      double[] tone = tone(talk);
      // The browser's own microphone beeps once a second, and a beep has a little of every tone.
      double heard = loudest(tone, clip.startMs() + 200, clip.startMs() + 900);
      assertThat(loudest(tone, 0, clip.startMs())).isLessThan(heard - 12);
      assertThat(loudest(tone, clip.startMs() + 1_500, clip.startMs() + 2_200)) // It was held.
          .isLessThan(heard - 12);
      assertThat(loudest(tone, clip.endMs() + 200, clip.endMs() + 1_000)).isLessThan(heard - 12);
      assertThat(chromium.faults()).isEmpty();
    }
  }

  /** What is heard of the clip's tone in a talk, every 10 ms. */
  private static double[] tone(UUID talk) {
    UUID recording =
        DemoServer.bean(JdbcClient.class)
            .sql("select id from recording where walkthrough_id = ?")
            .param(talk)
            .query(UUID.class)
            .single();
    Path alone = directory.resolve("alone.wav");
    DemoServer.bean(RecordedSound.class)
        .with(
            List.of(recording),
            sounds -> {
              String filter = "bandpass=f=3000:width_type=h:w=60";
              Ffmpeg.run(
                  "-i",
                  Ffmpeg.file(sounds.get(recording)),
                  "-af",
                  filter + "," + filter,
                  Ffmpeg.file(alone));
              return alone;
            });
    return Sound.loudness(alone).decibels();
  }

  private static double loudest(double[] decibels, long fromMs, long untilMs) {
    return Arrays.stream(decibels, (int) fromMs / 10, (int) untilMs / 10).max().orElseThrow();
  }

  /** Spectra are made by the browser's own analyser of the mains and of a voice-like noise. */
  @Test
  void theHumOfTheMainsIsHeardAndAVoiceIsNoHum() {
    try (BrowserContext context = chromium.context(1280, 800)) {
      Page page = context.newPage();
      page.navigate(DemoServer.address() + "/sign-in");
      String hums =
          """
          async (tones) => {
            const { hums } = await import('/js/microphone.js');
            const context = new AudioContext();
            const fine = new AnalyserNode(context, { fftSize: 16384, smoothingTimeConstant: 0 });
            const noise = context.createBufferSource();
            noise.buffer = context.createBuffer(1, context.sampleRate * 2, context.sampleRate);
            noise.buffer.getChannelData(0).forEach((_, i, all) => { all[i] = (Math.random() - 0.5) * 0.01; });
            noise.loop = true;
            noise.connect(fine);
            noise.start();
            for (const [hertz, gain] of tones) {
              const tone = new OscillatorNode(context, { frequency: hertz });
              tone.connect(new GainNode(context, { gain })).connect(fine);
              tone.start();
            }
            await new Promise((later) => setTimeout(later, 900));
            const spectrum = new Float32Array(fine.frequencyBinCount);
            fine.getFloatFrequencyData(spectrum);
            return hums(spectrum, context.sampleRate / fine.fftSize);
          }
          """;
      assertThat(page.evaluate(hums, List.of(List.of(50, 0.02), List.of(100, 0.02))))
          .isEqualTo(true);
      assertThat(page.evaluate(hums, List.of(List.of(60, 0.02), List.of(180, 0.01))))
          .isEqualTo(true);
      assertThat(page.evaluate(hums, List.of())).isEqualTo(false);
      // A voice: tones that are no multiples of the mains.
      assertThat(
              page.evaluate(
                  hums, List.of(List.of(131, 0.05), List.of(262, 0.05), List.of(393, 0.03))))
          .isEqualTo(false);
    }
  }

  @Test
  void whatIsFilledInIsSeenLetterByLetterAndAPastedPictureIsAPageAtOnce() throws Exception {
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID talk = scripts.write(school.teacher(), "A form");
    UUID form = Papers.pages(Papers.bring(school, form())).getFirst();
    scripts.show(scripts.stopsOf(talk).getFirst().id(), form, new Box(50, 50, 400, 200));
    try (BrowserContext context = chromium.context(1280, 800)) {
      Page page = context.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + talk + "/lectern");
      page.locator("main[data-ready]").waitFor();
      page.locator("canvas[data-targets='" + form + "']").waitFor();
      startRecording(page);
      var stage = page.locator(".stage-frame canvas").boundingBox();
      page.mouse().move(stage.x + stage.width * 0.5, stage.y + stage.height * 0.3);
      page.keyboard().press("f");
      page.keyboard().type("a beam, ruled"); // Typed on at once.
      page.keyboard().press("Enter");
      assertThat(page.locator("#fill")).isHidden();
      page.keyboard().press("f");
      page.keyboard().type("never kept");
      page.keyboard().press("Escape");
      page.evaluate(
          "async () => { const c = document.createElement('canvas'); c.width = 300; c.height = 200;"
              + " c.getContext('2d').fillRect(20, 20, 100, 50);"
              + " const blob = await new Promise((done) => c.toBlob(done, 'image/png'));"
              + " const data = new DataTransfer(); data.items.add(new File([blob], 'image.png', { type: 'image/png' }));"
              + " document.querySelector('.stage-frame canvas').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true })); }");
      page.locator(".page-strip button[title^='Picture from']").waitFor();
      long pasted = at(page);
      until(page, pasted + 800);
      page.keyboard().press("F8");
      page.waitForURL("**/play*");
      PlaybackScore score = score(talk);
      assertThat(score.marks())
          .extracting(m -> m.kind() + ": " + m.words())
          .containsExactly("filled: a beam, ruled");
      assertThat(score.marks().getFirst().drawMs()).isGreaterThan(0);
      assertThat(score.pages()).hasSize(2); // The form, and the picture.
      page.locator(".player[data-ready]").waitFor();
      seek(page, score.marks().getFirst().startMs() + score.marks().getFirst().drawMs() + 50);
      assertThat(page.locator(".player canvas")).hasAttribute("data-marks", "filled");
      assertThat(chromium.faults()).isEmpty();
    }
  }

  private static Path form() throws IOException {
    return TestSheets.pdf(
        directory.resolve("form.pdf"),
        List.of("Name of your bridge ________", "Its kind ________"));
  }

  private static double now(Page page) {
    return Double.parseDouble(
        String.valueOf(page.locator(".player audio").evaluate("a => a.currentTime * 1000")));
  }

  private static void seek(Page page, long ms) {
    page.locator(".player audio").evaluate("(a, s) => { a.currentTime = s; }", ms / 1000.0);
    page.waitForCondition(() -> Math.abs(now(page) - ms) < 60);
  }

  /** Pages are black and white here; the browser's own pictures are green. */
  private static boolean isColorful(Page page) {
    return (boolean)
        page.locator(".player canvas")
            .evaluate(
                "c => { const g = c.getContext('2d'); let n = 0;"
                    + " for (let i = 0; i < 400; i++) {"
                    + " const d = g.getImageData((i % 20) * c.width / 20, Math.floor(i / 20) * c.height / 20, 1, 1).data;"
                    + " if (Math.max(...d.slice(0, 3)) - Math.min(...d.slice(0, 3)) > 60) n++; } return n > 5; }");
  }
}
