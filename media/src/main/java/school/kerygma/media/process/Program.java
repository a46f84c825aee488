package school.kerygma.media.process;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;

/** Runs one program of the machine: no shell, no input, a time limit, bounded output. */
public final class Program {

  /** The program is missing, failed, took too long or said too much. */
  public static final class Failed extends RuntimeException {
    public Failed(String message) {
      super(message);
    }
  }

  private static final int ERROR_TEXT_BYTES = 8_000;

  private Program() {}

  /**
   * Runs and returns the standard output.
   *
   * @param limit after which the program is ended
   * @param maxBytes of standard output
   * @throws Failed if it does not end well
   */
  public static byte[] run(List<String> command, Duration limit, int maxBytes) {
    Process process = start(command);
    try (InputStream out = process.getInputStream();
        InputStream err = process.getErrorStream()) {
      var output =
          CompletableFuture.supplyAsync(() -> read(out, maxBytes + 1), Thread::startVirtualThread);
      var errors = CompletableFuture.supplyAsync(() -> drain(err), Thread::startVirtualThread);
      if (!process.waitFor(limit.toMillis(), TimeUnit.MILLISECONDS)) {
        throw new Failed(command.getFirst() + " took longer than " + limit.toSeconds() + " s");
      }
      byte[] bytes = output.get();
      if (bytes.length > maxBytes) {
        throw new Failed(command.getFirst() + " gave more than " + maxBytes + " bytes");
      }
      if (process.exitValue() != 0) {
        throw new Failed(
            command.getFirst() + " ended with " + process.exitValue() + ": " + errors.get());
      }
      return bytes;
    } catch (IOException | ExecutionException e) {
      throw new Failed(command.getFirst() + ": " + e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Failed(command.getFirst() + " was cancelled");
    } finally {
      process.destroyForcibly();
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
