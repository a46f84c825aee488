package school.kerygma.media.office;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Image;
import org.commonmark.node.Node;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.jodconverter.core.document.DefaultDocumentFormatRegistry;
import org.jodconverter.core.document.DocumentFormat;
import org.jodconverter.core.office.OfficeException;
import org.jodconverter.local.LocalConverter;
import org.jodconverter.local.office.LocalOfficeManager;
import org.jodconverter.local.office.LocalOfficeUtils;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.paper.PaperRefused.Reason;
import school.kerygma.media.process.Coming;
import school.kerygma.media.process.Effort;
import school.kerygma.media.process.Interrupted;

/**
 * Turns papers into PDF through one long-lived LibreOffice, which is started with the first of
 * them. It runs no macro, follows no link and may compute 45 seconds for a paper, which takes
 * longer on a busy machine; one that hangs or crashes is started anew, and the paper is tried once
 * more.
 */
public final class OfficeConverter implements AutoCloseable {

  private static final Logger LOG = LoggerFactory.getLogger(OfficeConverter.class);

  /** The slowest paper that was measured took 9 s. */
  private static final Duration LIMIT = Duration.ofSeconds(45);

  /** One that wants no processor for so long hangs. */
  private static final Duration STILL = Duration.ofSeconds(15);

  /** It is {@link Effort} that ends a paper; this is only never reached. */
  private static final Duration FOR_EVER = Duration.ofHours(2);

  private static final Duration START = Duration.ofMinutes(3);

  private static final int TRIES = 2;
  private static final List<org.commonmark.Extension> TABLES = List.of(TablesExtension.create());

  /** Macros off, links never followed or updated (LibreOffice's own registry). */
  private static final String PROFILE =
      """
      <?xml version="1.0" encoding="UTF-8"?>
      <oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance">
      <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableMacrosExecution" oor:op="fuse"><value>true</value></prop></item>
      <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="BlockUntrustedRefererLinks" oor:op="fuse"><value>true</value></prop></item>
      <item oor:path="/org.openoffice.Office.Writer/Content/Update"><prop oor:name="Link" oor:op="fuse"><value>0</value></prop></item>
      </oor:items>
      """;

  private final Path work;
  private final Duration still;
  private final ReentrantLock turn = new ReentrantLock(true);
  private @Nullable LocalOfficeManager office;

  /**
   * @param work a directory of its own for LibreOffice's profile
   */
  public OfficeConverter(Path work) {
    this(work, STILL);
  }

  /**
   * @param still how long LibreOffice may stand still at a paper
   */
  OfficeConverter(Path work, Duration still) {
    this.work = work;
    this.still = still;
  }

  /** Whether there is a LibreOffice on this machine. */
  public static boolean isThere() {
    File home = LocalOfficeUtils.getDefaultOfficeHome();
    return home != null && home.isDirectory();
  }

  /**
   * Writes a paper as PDF.
   *
   * @throws PaperRefused if there is no LibreOffice, or it cannot do it
   */
  public void toPdf(Path paper, OfficeKind kind, Path pdf) {
    Coming.awaited();
    if (!isThere()) {
      throw new PaperRefused(Reason.NO_CONVERTER);
    }
    if (kind == OfficeKind.MARKDOWN) {
      Path html = pdf.resolveSibling(pdf.getFileName() + ".html");
      try {
        Files.writeString(html, html(Files.readString(paper)));
        convert(html, DefaultDocumentFormatRegistry.HTML, pdf);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      } finally {
        remove(html);
      }
      return;
    }
    convert(paper, DefaultDocumentFormatRegistry.getFormatByExtension(kind.extension()), pdf);
  }

  private static void remove(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** One paper at a time: one that ends LibreOffice ends it under no other. */
  private void convert(Path in, @Nullable DocumentFormat format, Path out) {
    turn.lock();
    try {
      convertAlone(in, format, out);
    } finally {
      turn.unlock();
    }
  }

  private void convertAlone(Path in, @Nullable DocumentFormat format, Path out) {
    for (int left = TRIES; left > 0; left--) {
      try {
        LocalOfficeManager running = started();
        watched(
            () ->
                LocalConverter.make(running)
                    .convert(in.toFile())
                    .as(java.util.Objects.requireNonNull(format))
                    .to(out.toFile())
                    .as(DefaultDocumentFormatRegistry.PDF)
                    .execute());
        return;
      } catch (OfficeException e) {
        LOG.warn("LibreOffice did not convert a paper: {}", e.getMessage());
        close();
      }
    }
    throw new PaperRefused(Reason.NOT_CONVERTED);
  }

  private interface Conversion {
    void run() throws OfficeException;
  }

  /** Converts, and ends LibreOffice if it computes too long or stands still. */
  private void watched(Conversion conversion) throws OfficeException {
    FutureTask<Void> converting =
        new FutureTask<>(
            () -> {
              conversion.run();
              return null;
            });
    Thread.ofVirtual().start(converting);
    Effort effort = new Effort(this::programs, LIMIT, still);
    while (true) {
      try {
        converting.get(Effort.LOOK.toMillis(), TimeUnit.MILLISECONDS);
        return;
      } catch (TimeoutException e) {
        if (effort.isSpent()) {
          endWhatIsLeft(); // It would not end by being asked.
          throw new OfficeException("It computes too long or stands still");
        }
      } catch (ExecutionException e) {
        throw e.getCause() instanceof OfficeException failed
            ? failed
            : new OfficeException("It failed", e);
      } catch (InterruptedException e) {
        converting.cancel(true);
        close();
        throw new Interrupted(e);
      }
    }
  }

  private synchronized LocalOfficeManager started() throws OfficeException {
    if (office != null && office.isRunning()) {
      return office;
    }
    try {
      Path profile = work.resolve("profile");
      Files.createDirectories(profile.resolve("user"));
      Files.writeString(
          profile.resolve("user/registrymodifications.xcu"), PROFILE, StandardCharsets.UTF_8);
      LocalOfficeManager fresh =
          LocalOfficeManager.builder()
              .portNumbers(freePort())
              .workingDir(work.toFile())
              .templateProfileDir(profile.toFile())
              .taskExecutionTimeout(FOR_EVER.toMillis())
              .taskQueueTimeout(FOR_EVER.toMillis())
              .processTimeout(START.toMillis())
              .maxTasksPerProcess(100)
              .build();
      fresh.start();
      office = fresh;
      return fresh;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  /**
   * Markdown as a page that loads nothing: its own HTML is shown as text, pictures as their names.
   */
  static String html(String markdown) {
    Node document = Parser.builder().extensions(TABLES).build().parse(markdown);
    document.accept(
        new AbstractVisitor() {
          @Override
          public void visit(Image image) {
            Node child = image.getFirstChild();
            while (child != null) {
              Node next = child.getNext();
              image.insertBefore(child);
              child = next;
            }
            image.unlink();
          }
        });
    String body =
        HtmlRenderer.builder()
            .extensions(TABLES)
            .escapeHtml(true)
            .sanitizeUrls(true)
            .build()
            .render(document);
    return "<!DOCTYPE html><html><head><meta charset=\"utf-8\"><style>body{font-family:'Carlito';font-size:12pt}"
        + "table{border-collapse:collapse}td,th{border:1px solid #000;padding:4px}</style></head><body>"
        + body
        + "</body></html>";
  }

  /** Ends LibreOffice; the next paper starts it again. */
  @Override
  public synchronized void close() {
    if (office != null) {
      try {
        office.stop();
      } catch (OfficeException e) {
        LOG.warn("LibreOffice did not end by itself: {}", e.getMessage());
      }
      office = null;
    }
    endWhatIsLeft();
  }

  /** One that hangs does not always end when it is told to. */
  private void endWhatIsLeft() {
    programs()
        .forEach(
            p -> {
              p.descendants().forEach(ProcessHandle::destroyForcibly);
              p.destroyForcibly();
            });
  }

  /** LibreOffice's own processes, known by their profile. */
  private Stream<ProcessHandle> programs() {
    return ProcessHandle.current()
        .descendants()
        .filter(p -> p.info().commandLine().orElse("").contains(work.toString()));
  }
}
