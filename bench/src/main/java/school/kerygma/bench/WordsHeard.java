package school.kerygma.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.util.FileSystemUtils;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.GrammarWords;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.ScriptGrammar;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.media.sound.Recognizer;
import school.kerygma.media.sound.Sound;

/** What it takes to hear ten minutes of speech, stop by stop, by their scripts. */
final class WordsHeard {

  private static final long TEN_MINUTES_MS = 600_000;
  private static final int TICKS_A_SECOND = 100;

  private WordsHeard() {}

  /**
   * @param narration one of the demonstration's narrations; the others and their script lie beside
   *     it
   */
  static void measure(Path narration) throws IOException {
    Path folder = narration.toAbsolutePath().getParent();
    List<String> said =
        Files.readAllLines(folder.resolveSibling("footbridge.txt")).stream()
            .filter(l -> l.startsWith("say: "))
            .map(l -> l.substring("say: ".length()))
            .toList();
    AtomicLong peak = new AtomicLong();
    AtomicBoolean over = new AtomicBoolean();
    Thread watcher = Thread.startVirtualThread(() -> watch(peak, over));
    long ticks = childTicks();
    long ms = 0;
    int heard = 0;
    int stops = 0;
    while (ms < TEN_MINUTES_MS) {
      Path file = folder.resolve("footbridge-" + (1 + stops % said.size()) + ".webm");
      heard += isHeard(file, Sentences.of(said.get(stops % said.size()))) ? 1 : 0;
      ms += Sound.durationMs(file);
      stops++;
    }
    over.set(true);
    watcher.interrupt();
    double seconds = (double) (childTicks() - ticks) / TICKS_A_SECOND;
    System.out.printf(
        Locale.ROOT,
        "words heard: %.3f processor seconds a second of speech (at most 0.1), %d of %d stops as written, largest program %d MB (at most 150)%n",
        seconds * 1000 / ms,
        heard,
        stops,
        peak.get() / 1024);
  }

  private static boolean isHeard(Path file, List<String> script) throws IOException {
    Path directory = Files.createTempDirectory("heard");
    try {
      ScriptGrammar grammar =
          ScriptGrammar.of(script, ScriptGrammar.Between.A_LITTLE, Recognizer.dictionary());
      List<Recognizer.Part> whole =
          List.of(new Recognizer.Part(file, Span.of(0, Sound.durationMs(file))));
      return GrammarWords.place(
              script,
              Recognizer.hear(whole, grammar, directory),
              IslandFinder.find(Sound.loudness(file)))
          .filter(WordsOnSound::isAsWritten)
          .isPresent();
    } finally {
      FileSystemUtils.deleteRecursively(directory);
    }
  }

  /** Processor time of the programs that have ended, decoding and measuring among them. */
  private static long childTicks() throws IOException {
    String stat = Files.readString(Path.of("/proc/self/stat"));
    String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ");
    return Long.parseLong(fields[13]) + Long.parseLong(fields[14]);
  }

  private static void watch(AtomicLong peak, AtomicBoolean over) {
    while (!over.get()) {
      ProcessHandle.current()
          .children()
          .forEach(p -> peak.accumulateAndGet(residentKb(p.pid()), Math::max));
      try {
        Thread.sleep(20);
      } catch (InterruptedException e) {
        return;
      }
    }
  }

  private static long residentKb(long pid) {
    try {
      List<String> status = Files.readAllLines(Path.of("/proc/" + pid + "/status"));
      if (status.stream().anyMatch(l -> l.matches("Name:\\s+java"))) {
        return 0; // A child of which this program is still the whole.
      }
      return status.stream()
          .filter(l -> l.startsWith("VmHWM:"))
          .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
          .findFirst()
          .orElse(0);
    } catch (IOException e) {
      return 0; // It has ended meanwhile.
    }
  }
}
