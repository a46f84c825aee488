package school.kerygma.media.process;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Runs one program of the machine: no shell, no input, bounded output. Its limit is how long it may
 * compute; on a busy machine that takes longer by the clock.
 */
public final class Program {

  /** The program is missing, failed, took too long or said too much. */
  public static final class Failed extends RuntimeException {
    public Failed(String message) {
      super(message);
    }
  }

  private static final int ERROR_TEXT_BYTES = 8_000;

  /** One may wait so many times as long for another as it may compute. */
  private static final int STANDING = 4;

  private Program() {}

  /**
   * Runs and returns the standard output.
   *
   * @param limit how long it may compute; then it is ended
   * @param maxBytes of standard output
   * @throws Failed if it does not end well
   * @throws Interrupted if this thread is; the program is ended
   */
  public static byte[] run(List<String> command, Duration limit, int maxBytes) {
    byte[] bytes = run(command, limit, out -> read(out, maxBytes + 1));
    if (bytes.length > maxBytes) {
      throw new Failed(command.getFirst() + " gave more than " + maxBytes + " bytes");
    }
    return bytes;
  }

  /**
   * Runs, and reads the standard output while it comes.
   *
   * @param limit how long it may compute; then it is ended
   * @param reader reads to the end, or the program is ended
   * @throws Failed if it does not end well
   * @throws Interrupted if this thread is; the program is ended
   */
  public static <T> T run(List<String> command, Duration limit, Function<InputStream, T> reader) {
    Process process = start(command);
    try (InputStream out = process.getInputStream();
        InputStream err = process.getErrorStream()) {
      var output =
          CompletableFuture.supplyAsync(() -> reader.apply(out), Thread::startVirtualThread);
      var errors = CompletableFuture.supplyAsync(() -> drain(err), Thread::startVirtualThread);
      if (!ends(process, limit)) {
        throw new Failed(command.getFirst() + " took longer than " + limit.toSeconds() + " s");
      }
      T read = output.get();
      if (process.exitValue() != 0) {
        throw new Failed(
            command.getFirst() + " ended with " + process.exitValue() + ": " + errors.get());
      }
      return read;
    } catch (IOException | ExecutionException e) {
      throw new Failed(command.getFirst() + ": " + e.getMessage());
    } catch (InterruptedException e) {
      throw new Interrupted(e);
    } finally {
      process.descendants().forEach(ProcessHandle::destroyForcibly);
      process.destroyForcibly();
    }
  }

  /** Waits until a program ends, or has computed too long, or stands still for far longer. */
  private static boolean ends(Process process, Duration limit) throws InterruptedException {
    Effort effort =
        new Effort(
            () -> Stream.concat(Stream.of(process.toHandle()), process.descendants()),
            limit,
            limit.multipliedBy(STANDING));
    while (!process.waitFor(Effort.LOOK.toMillis(), TimeUnit.MILLISECONDS)) {
      if (effort.isSpent()) {
        return false;
      }
    }
    return true;
  }

  /** Copies what one program writes to what another reads, as it sees fit. */
  public interface Copier {
    void copy(InputStream in, OutputStream out) throws IOException;
  }

  /**
   * Runs two programs, the output of the first copied into the second.
   *
   * @throws Failed if one of them does not end well
   * @throws Interrupted if this thread is; both are ended
   */
  public static void pipe(List<String> from, List<String> to, Duration limit, Copier copier) {
    Process second;
    try {
      second =
          new ProcessBuilder(to)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
    } catch (IOException e) {
      throw new Failed("This machine has no " + to.getFirst());
    }
    try {
      run(
          from,
          limit,
          in -> {
            try (OutputStream out = new BufferedOutputStream(second.getOutputStream(), 1 << 16)) {
              copier.copy(in, out);
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            }
            return true;
          });
      if (!ends(second, limit) || second.exitValue() != 0) {
        throw new Failed(to.getFirst() + " did not end well");
      }
    } catch (InterruptedException e) {
      throw new Interrupted(e);
    } finally {
      second.destroyForcibly();
    }
  }

  private static Process start(List<String> command) {
    try {
      return new ProcessBuilder(command)
          .redirectInput(ProcessBuilder.Redirect.from(new java.io.File("/dev/null")))
          .start();
    } catch (IOException e) {
      throw new Failed("This machine has no " + command.getFirst());
    }
  }

  /** Reads up to {@code max} bytes; past that the pipe is closed, which ends the writer. */
  private static byte[] read(InputStream in, int max) {
    try (in) {
      return in.readNBytes(max);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Reads to the end, so that the program never waits, and keeps the last words. */
  private static String drain(InputStream in) {
    ByteArrayOutputStream kept = new ByteArrayOutputStream();
    byte[] buffer = new byte[4096];
    try {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        if (kept.size() > ERROR_TEXT_BYTES) {
          kept.reset();
        }
        kept.write(buffer, 0, n);
      }
    } catch (IOException e) {
      return "";
    }
    return kept.toString(StandardCharsets.UTF_8).strip();
  }
}
