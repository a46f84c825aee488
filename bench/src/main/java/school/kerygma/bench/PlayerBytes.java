package school.kerygma.bench;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import com.sun.net.httpserver.HttpServer;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import javax.imageio.ImageIO;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.stage.FrameRenderer;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a browser loads to play a walkthrough of four minutes, until the first sound and in all,
 * against the same walkthrough as a 720p MP4 file, on the same slow line.
 *
 * <p>Long because it is one experiment: it makes both, serves both and counts.
 */
final class PlayerBytes {

  private static final int SECONDS = 240;
  private static final int STOPS = 4;
  private static final int DRAWN_PER_SECOND = 10;
  private static final int LINE_BYTES_PER_SECOND = 200_000; // 1.6 Mbit/s
  private static final int WIDTH = 1280;

  /** As long as the first stop. */
  private static final int CAMERA_SECONDS = SECONDS / STOPS;

  private PlayerBytes() {}

  static void measure(BenchSchool school, Path narration) throws Exception {
    Path directory = Files.createTempDirectory("kerygma-bench-player");
    UUID walkthrough =
        record(school, BenchSchool.sound(directory, narration, SECONDS), Optional.empty());
    Path video = video(school, walkthrough, directory);
    Path camera = camera(directory);
    long before = Memory.ofServer();
    UUID filmed = record(school, directory.resolve("sound.webm"), Optional.of(camera));
    long after = Memory.ofServer();
    Path filmedVideo = filmed(video, camera, directory);
    try (Playwright playwright = BenchSchool.playwright();
        Browser browser = BenchSchool.browser(playwright)) {
      Loaded ours = ours(school, browser, walkthrough);
      Loaded theirs = theirs(browser, video);
      System.out.printf(
          Locale.ROOT,
          "player, bytes until the first sound: %.2f of the MP4's (%d KiB against %d KiB)%n"
              + "player, bytes in all: %.2f of the MP4's (%d KiB against %d KiB for %d s; the MP4 drawn %d times a second)%n",
          (double) ours.first / theirs.first,
          ours.first / 1024,
          theirs.first / 1024,
          (double) ours.all / theirs.all,
          ours.all / 1024,
          theirs.all / 1024,
          SECONDS,
          DRAWN_PER_SECOND);
      // Its film is left out while it is loaded, and counted as a whole.
      Loaded withCamera = ours(school, browser, filmed);
      long all = withCamera.all + Files.size(camera);
      long other = Files.size(filmedVideo);
      System.out.printf(
          Locale.ROOT,
          "player with a minute of camera, bytes in all: %.2f of the MP4's (%d KiB against %d KiB)%n",
          (double) all / other,
          all / 1024,
          other / 1024);
      System.out.printf(
          Locale.ROOT,
          "player, memory of all processes of the browser: %.2f of what playing the MP4 takes (%d MiB against %d MiB), with a minute of camera %.2f%n"
              + "recording with camera, memory that the server keeps: %.2f of what it held before (%d MiB against %d MiB)%n",
          (double) ours.memory / theirs.memory,
          ours.memory >> 20,
          theirs.memory >> 20,
          (double) withCamera.memory / theirs.memory,
          (double) after / before,
          after >> 20,
          before >> 20);
    }
  }

  /** A minute of a picture that moves, as a browser records a camera. */
  private static Path camera(Path directory) {
    Path camera = directory.resolve("camera.webm");
    Ffmpeg.run(
        "-f",
        "lavfi",
        "-i",
        "mandelbrot=s=640x360:r=15:end_scale=0.02",
        "-t",
        "" + CAMERA_SECONDS,
        "-c:v",
        "libvpx",
        "-deadline",
        "realtime",
        "-b:v",
        "250k",
        "-g",
        "30",
        Ffmpeg.file(camera));
    return camera;
  }

  /** The same minute of camera, filling the picture of the MP4. */
  private static Path filmed(Path video, Path camera, Path directory) {
    Path filmed = directory.resolve("filmed.mp4");
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(video),
        "-i",
        Ffmpeg.file(camera),
        "-filter_complex",
        "[1]scale=" + WIDTH + ":720[c];[0][c]overlay=eof_action=pass",
        "-c:a",
        "copy",
        "-c:v",
        "libx264",
        "-preset",
        "superfast",
        "-crf",
        "23",
        Ffmpeg.file(filmed));
    return filmed;
  }

  /** Bytes on the line until the first sound and in all, and of memory at the end. */
  private record Loaded(long first, long all, long memory) {}

  /** Records in one go over the pages of the demonstration's project sheet. */
  private static UUID record(BenchSchool school, Path sound, Optional<Path> camera)
      throws Exception {
    UUID owner = school.id("select id from person where email = 'odalys.brandt@tidewater.example'");
    List<PageView> pages =
        school.bean(Handouts.class).pagesOfTeacher(owner).stream()
            .filter(p -> p.label().startsWith("The Footbridge"))
            .toList();
    Scripts scripts = school.bean(Scripts.class);
    UUID walkthrough = scripts.write(owner, "Four minutes");
    for (int i = 1; i < STOPS; i++) {
      school.bean(StopOrder.class).addStop(walkthrough, i);
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < STOPS; i++) {
      PageView page = pages.get(i % pages.size());
      double top = page.height() * (i % 3) / 4;
      scripts.say(stops.get(i).id(), stops.get(i).version(), "Stop " + (i + 1), words(i));
      scripts.show(stops.get(i).id(), page.id(), new Box(0, top, page.width(), page.height() / 4));
    }
    Recordings recordings = school.bean(Recordings.class);
    UUID recording = recordings.begin(walkthrough);
    byte[] bytes = Files.readAllBytes(sound);
    int pieces = 0;
    for (int from = 0; from < bytes.length; from += 8_000) {
      recordings.keep(
          recording,
          "sound",
          pieces++,
          Arrays.copyOfRange(bytes, from, Math.min(bytes.length, from + 8_000)));
    }
    JsonMapper json = school.bean(JsonMapper.class);
    List<Map<String, Object>> events = trace(school, stops, pages);
    if (camera.isPresent()) {
      events.addAll(1, face());
      events.sort(Comparator.comparingInt(e -> (int) e.get("t")));
      recordings.keep(recording, "picture-1", 0, Files.readAllBytes(camera.get()));
    }
    int parts = 0;
    for (int from = 0; from < events.size(); from += 200) {
      List<Map<String, Object>> part = events.subList(from, Math.min(events.size(), from + 200));
      recordings.keep(recording, "trace", parts++, json.writeValueAsBytes(part));
    }
    recordings.finish(recording, Map.of("sound", pieces, "trace", parts));
    while (!school.bean(Jobs.class).latest(walkthrough).orElseThrow().state().isOver()) {
      Thread.sleep(100);
    }
    return walkthrough;
  }

  /** The teacher's face fills the stage, and then is gone. */
  private static List<Map<String, Object>> face() {
    UUID id = UUID.randomUUID();
    return List.of(
        Map.of(
            "t",
            0,
            "do",
            "picture",
            "id",
            id,
            "kind",
            "face",
            "track",
            "picture-1",
            "zero",
            0,
            "size",
            List.of(1600, 900)),
        Map.of("t", 0, "do", "place", "id", id, "box", List.of(0, 0, 1600, 900)),
        Map.of("t", 1000 * SECONDS / STOPS - 1, "do", "picture-gone", "id", id));
  }

  private static String words(int stop) {
    return "This is what the sheet says about part %d of the work. ".formatted(stop + 1).repeat(8);
  }

  /** A pointer that moves half of the time, and a mark every eight seconds. */
  private static List<Map<String, Object>> trace(
      BenchSchool school, List<StopView> stops, List<PageView> pages) {
    List<Map<String, Object>> events = new ArrayList<>();
    int length = 1000 * SECONDS / STOPS;
    for (int i = 0; i < STOPS; i++) {
      int begin = i * length;
      PageView page = pages.get(i % pages.size());
      var lines = school.bean(Handouts.class).targets(page.id()).lines();
      events.add(Map.of("t", begin, "do", "stop", "stop", stops.get(i).id()));
      for (int t = 500; t < length - 500; t += 33) {
        if (t % 8000 < 4000) {
          double turn = t / 900.0;
          events.add(
              Map.of(
                  "t",
                  begin + t,
                  "do",
                  "point",
                  "page",
                  page.id(),
                  "x",
                  page.width() * (0.5 + 0.3 * Math.sin(turn)),
                  "y",
                  page.height() * ((i % 3) / 4.0 + 0.12 + 0.1 * Math.cos(0.7 * turn))));
        }
        if (t % 8000 < 33) {
          var line = lines.get(t / 8000 % lines.size());
          events.add(
              Map.of(
                  "t",
                  begin + t + 1,
                  "do",
                  "mark",
                  "kind",
                  "underline",
                  "page",
                  page.id(),
                  "number",
                  0,
                  "words",
                  line.text(),
                  "boxes",
                  line.boxes().stream()
                      .map(b -> List.of(b.x(), b.y(), b.width(), b.height()))
                      .toList()));
        }
      }
    }
    return events;
  }

  private static Path video(BenchSchool school, UUID walkthrough, Path directory) throws Exception {
    Scores scores = school.bean(Scores.class);
    UUID id = scores.current(walkthrough).orElseThrow().id();
    PlaybackScore score =
        school.bean(JsonMapper.class).readValue(scores.body(id), PlaybackScore.class);
    MediaStore store = school.bean(MediaStore.class);
    List<BufferedImage> pages = new ArrayList<>();
    for (PlaybackScore.ShownPage page : score.pages()) {
      pages.add(ImageIO.read(store.find("pages/" + page.id() + "-l").orElseThrow().getFile()));
    }
    FrameRenderer renderer = new FrameRenderer(score, pages, WIDTH);
    Path video = directory.resolve("walkthrough.mp4");
    Process ffmpeg =
        new ProcessBuilder(
                "ffmpeg",
                "-v",
                "error",
                "-y",
                "-f",
                "rawvideo",
                "-pix_fmt",
                "bgra",
                "-s",
                WIDTH + "x720",
                "-r",
                "" + DRAWN_PER_SECOND,
                "-i",
                "-",
                "-i",
                scores.soundOf(id, "mp4").getFile().toString(),
                "-c:a",
                "copy",
                "-c:v",
                "libx264",
                "-preset",
                "superfast",
                "-tune",
                "stillimage",
                "-crf",
                "23",
                "-pix_fmt",
                "yuv420p",
                "-movflags",
                "+faststart",
                video.toString())
            .redirectErrorStream(true)
            .redirectOutput(directory.resolve("ffmpeg.log").toFile())
            .start();
    try (OutputStream out = ffmpeg.getOutputStream()) {
      for (int i = 0; i < SECONDS * DRAWN_PER_SECOND; i++) {
        BufferedImage frame = renderer.frame(1000L * i / DRAWN_PER_SECOND);
        int[] pixels = ((DataBufferInt) frame.getRaster().getDataBuffer()).getData();
        ByteBuffer bytes =
            ByteBuffer.allocate(4 * pixels.length).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        bytes.asIntBuffer().put(pixels);
        out.write(bytes.array());
      }
    }
    if (ffmpeg.waitFor() != 0) {
      throw new IllegalStateException(Files.readString(directory.resolve("ffmpeg.log")));
    }
    return video;
  }

  private static Loaded ours(BenchSchool school, Browser browser, UUID walkthrough) {
    BrowserContext context = browser.newContext();
    Page page = context.newPage();
    page.navigate(school.address() + "/sign-in");
    page.getByLabel("E-mail").fill("odalys.brandt@tidewater.example");
    page.getByLabel("Password").fill("footbridge");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in")).click();
    page.waitForURL("**/plan**");
    AtomicLong bytes = slowLine(context, page);
    page.route("**/pictures/**", com.microsoft.playwright.Route::abort);
    page.navigate(school.address() + "/walkthroughs/" + walkthrough + "/play");
    page.locator(".player[data-ready]").waitFor();
    Loaded loaded = played(page, ".player audio", bytes);
    context.close();
    return loaded;
  }

  private static Loaded theirs(Browser browser, Path video) throws IOException {
    HttpServer server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
    byte[] file = Files.readAllBytes(video);
    server.createContext(
        "/",
        exchange -> {
          boolean isVideo = exchange.getRequestURI().getPath().endsWith(".mp4");
          byte[] body =
              isVideo
                  ? file
                  : "<!DOCTYPE html><video src=/walkthrough.mp4></video>"
                      .getBytes(java.nio.charset.StandardCharsets.UTF_8);
          String range = exchange.getRequestHeaders().getFirst("Range");
          exchange.getResponseHeaders().set("Content-Type", isVideo ? "video/mp4" : "text/html");
          exchange.getResponseHeaders().set("Accept-Ranges", "bytes");
          int from =
              isVideo && range != null
                  ? Integer.parseInt(range.replaceAll("bytes=(\\d+)-.*", "$1"))
                  : 0;
          if (from > 0) {
            exchange
                .getResponseHeaders()
                .set(
                    "Content-Range", "bytes " + from + "-" + (body.length - 1) + "/" + body.length);
          }
          exchange.sendResponseHeaders(from > 0 ? 206 : 200, body.length - from);
          try (OutputStream out = exchange.getResponseBody()) {
            out.write(body, from, body.length - from);
          } catch (IOException e) {
            // The browser has seen enough.
          }
        });
    server.setExecutor(java.util.concurrent.Executors.newVirtualThreadPerTaskExecutor());
    server.start();
    try {
      BrowserContext context = browser.newContext();
      Page page = context.newPage();
      AtomicLong bytes = slowLine(context, page);
      page.navigate("http://127.0.0.1:" + server.getAddress().getPort() + "/");
      Loaded loaded = played(page, "video", bytes);
      context.close();
      return new Loaded(loaded.first, file.length, loaded.memory);
    } finally {
      server.stop(0);
    }
  }

  /** Counts what arrives on the line from now on. */
  private static AtomicLong slowLine(BrowserContext context, Page page) {
    CDPSession session = context.newCDPSession(page);
    session.send("Network.enable");
    JsonObject cache = new JsonObject();
    cache.addProperty("cacheDisabled", true);
    session.send("Network.setCacheDisabled", cache);
    JsonObject line = new JsonObject();
    line.addProperty("offline", false);
    line.addProperty("latency", 40);
    line.addProperty("downloadThroughput", LINE_BYTES_PER_SECOND);
    line.addProperty("uploadThroughput", LINE_BYTES_PER_SECOND);
    session.send("Network.emulateNetworkConditions", line);
    AtomicLong bytes = new AtomicLong();
    session.on(
        "Network.dataReceived",
        e -> {
          long coded = e.get("encodedDataLength").getAsLong();
          bytes.addAndGet(coded > 0 ? coded : e.get("dataLength").getAsLong());
        });
    return bytes;
  }

  private static Loaded played(Page page, String media, AtomicLong bytes) {
    page.evaluate(
        "m => new Promise(done => { const e = document.querySelector(m);"
            + " e.addEventListener('timeupdate', () => e.currentTime > 0.1 && done()); e.play(); })",
        media);
    long first = bytes.get();
    page.evaluate(
        "m => new Promise(done => { const e = document.querySelector(m);"
            + " const look = () => e.buffered.length && e.buffered.end(e.buffered.length - 1) > e.duration - 1 ? done() : setTimeout(look, 200); look(); })",
        media);
    return new Loaded(first, bytes.get(), Memory.ofBrowsers());
  }
}
