package school.kerygma.media.worker;

import java.io.BufferedReader;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.io.Reader;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Effort;
import school.kerygma.media.process.Interrupted;
import school.kerygma.media.worker.Request.Answer;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** One process with a {@link PaperWorker}, seen from the application. */
final class WorkerProcess implements AutoCloseable {

  /** The process ended, or was ended because it took too long. */
  static final class Died extends RuntimeException {
    private final PageRefused.Reason reason;

    private Died(PageRefused.Reason reason) {
      super(reason.name());
      this.reason = reason;
    }

    PageRefused.Reason reason() {
      return reason;
    }
  }

  private static final Path PRLIMIT = Path.of("/usr/bin/prlimit");

  /** Bytes of one file that it may write: a page's picture, a marked PDF. */
  private static final long FILE_BYTES = 512L << 20;

  private static final Duration START = Duration.ofSeconds(60);

  /** One that wants no processor for so long will not answer any more. */
  private static final Duration STILL = Duration.ofMinutes(5);

  private static final int LONGEST_ANSWER = 64 << 20;

  private final Process process;
  private final Writer in;
  private final Reader out;
  private final JsonMapper json = Wire.json();
  private final Duration limit;
  private boolean warm;
  private int papers;

  /** Whether nothing was refused and every question has been answered. */
  private boolean well = true;

  /**
   * @param limit how long it may compute for one answer: on a busy machine that takes longer
   * @param cpu how long it may compute in all
   * @param heapMb the most memory of its heap
   */
  WorkerProcess(Duration limit, Duration cpu, int heapMb) {
    this.limit = limit;
    List<String> command = new ArrayList<>();
    if (Files.isExecutable(PRLIMIT)) {
      command.addAll(
          List.of(
              PRLIMIT.toString(),
              "--cpu=" + cpu.toSeconds(),
              "--fsize=" + FILE_BYTES,
              "--core=0",
              "--"));
    }
    command.addAll(
        List.of(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-Xmx" + heapMb + "m",
            "-XX:+UseSerialGC",
            "-XX:TieredStopAtLevel=1",
            "-XX:+ExitOnOutOfMemoryError",
            "-Xshare:auto",
            "-Djava.awt.headless=true",
            "-Dorg.apache.logging.log4j.simplelog.StatusLogger.level=OFF",
            "--enable-native-access=ALL-UNNAMED",
            "-cp",
            System.getProperty("java.class.path"),
            PaperWorker.class.getName()));
    try {
      this.process =
          new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    } catch (IOException e) {
      throw new IllegalStateException("No process for papers can be started", e);
    }
    this.in =
        new BufferedWriter(
            new OutputStreamWriter(process.getOutputStream(), StandardCharsets.UTF_8));
    this.out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
  }

  long pid() {
    return process.pid();
  }

  boolean isAlive() {
    return process.isAlive();
  }

  boolean endedWell() {
    return well && process.isAlive();
  }

  /** How many papers it has opened. */
  int papers() {
    return papers;
  }

  /**
   * Asks, and waits for the answer.
   *
   * @throws PaperRefused if the paper is refused
   * @throws Died if there is no answer in time
   */
  Answer ask(Request request) {
    send(request);
    return answer();
  }

  void send(Request request) {
    if (!warm) {
      receive(START);
      warm = true;
    }
    well = false; // Until it is answered.
    papers += request.file() == null ? 0 : 1;
    try {
      in.write(json.writeValueAsString(request));
      in.write('\n');
      in.flush();
    } catch (IOException e) {
      throw died(PageRefused.Reason.MEMORY);
    }
  }

  Answer answer() {
    Answer answer = receive(limit);
    if (answer.refused() != null) {
      throw new PaperRefused(answer.refused());
    }
    well = answer.pages() == 0 || answer.mediaType() != null; // Else more answers follow.
    return answer;
  }

  private Answer receive(Duration patience) {
    CompletableFuture<String> line =
        CompletableFuture.supplyAsync(this::readLine, Thread::startVirtualThread);
    Effort effort = new Effort(() -> Stream.of(process.toHandle()), patience, STILL);
    while (true) {
      try {
        return json.readValue(
            line.get(Effort.LOOK.toMillis(), TimeUnit.MILLISECONDS), Answer.class);
      } catch (TimeoutException e) {
        if (effort.isSpent()) {
          throw died(PageRefused.Reason.TIME);
        }
      } catch (ExecutionException | JacksonException e) {
        throw died(PageRefused.Reason.MEMORY);
      } catch (InterruptedException e) {
        close();
        throw new Interrupted(e);
      }
    }
  }

  private Died died(PageRefused.Reason reason) {
    close();
    return new Died(reason);
  }

  /** A line, of bounded length; the end of the output is the end of the process. */
  private String readLine() {
    StringBuilder line = new StringBuilder();
    try {
      for (int c = out.read(); c != '\n'; c = out.read()) {
        if (c < 0 || line.length() >= LONGEST_ANSWER) {
          throw new IllegalStateException("No answer");
        }
        line.append((char) c);
      }
    } catch (IOException e) {
      throw new IllegalStateException("No answer", e);
    }
    return line.toString();
  }

  /** Ends the process with all that it has started. */
  @Override
  public void close() {
    process.descendants().forEach(ProcessHandle::destroyForcibly);
    process.destroyForcibly();
  }
}
