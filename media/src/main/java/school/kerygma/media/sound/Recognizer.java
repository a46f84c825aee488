package school.kerygma.media.sound;

import java.io.IOException;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.Heard;
import school.kerygma.core.voice.ScriptGrammar;
import school.kerygma.media.process.Program;

/**
 * Hears words with CMU PocketSphinx, a program of its own, in American English. It is bounded in
 * time; where it is not installed, nothing is heard.
 */
public final class Recognizer {

  private static final String PROGRAM = "pocketsphinx_batch";
  private static final Path MODELS = Path.of("/usr/share/pocketsphinx/model/en-us");
  private static final Path SOUNDS = MODELS.resolve("en-us");
  static final Path DICTIONARY = MODELS.resolve("cmudict-en-us.dict");
  private static final Path USUAL = MODELS.resolve("en-us.lm.bin");
  private static final Pattern DRAFT = Pattern.compile("(.*)\\((\\S+) -?\\d+\\)");
  private static final int BYTES_A_MS = 2 * Sound.SAMPLES_PER_SECOND / 1_000;
  private static final Duration LIMIT = Duration.ofMinutes(5);
  private static final int MAX_OUTPUT = 1 << 20;

  /** Narrower ones lose the way where much is left out; wider ones find no more. */
  private static final String BEAM = "1e-100";

  private static final String WORD_BEAM = "1e-90";

  /** The model's fillers but for silence would swallow words. */
  private static final String SILENCE = "<s> SIL\n</s> SIL\n<sil> SIL\n";

  private Recognizer() {}

  /** Whether the program and its model are installed. */
  public static boolean isHere() {
    return Files.isDirectory(SOUNDS)
        && Files.isReadable(DICTIONARY)
        && Files.isExecutable(Path.of("/usr/bin", PROGRAM));
  }

  /**
   * The words that English usually has, read once from the model; none if it is of another make
   * (then all words are listened for, which takes three times as long and hears rare names
   * everywhere).
   */
  private static final class Usual {

    /**
     * Rarer words than one in so many are listened for only where they are known from elsewhere.
     */
    private static final double LEAST_LOG10 = -5;

    private static final double LOG10_OF_BASE = Math.log10(1.0001);
    private static final byte[] MAGIC = "Trie Language Model".getBytes(StandardCharsets.US_ASCII);
    private static final int TRIGRAMS = 3;

    /** Two tables of probabilities and one of weights, of 65,536 numbers each, and their kind. */
    private static final int TABLES = 4 + 3 * 65_536 * Float.BYTES;

    private static final int BYTES_A_WORD = 3 * Integer.BYTES;

    static final Set<String> WORDS = read();

    private static Set<String> read() {
      try {
        ByteBuffer model =
            ByteBuffer.wrap(Files.readAllBytes(USUAL)).order(ByteOrder.LITTLE_ENDIAN);
        byte[] magic = new byte[MAGIC.length];
        model.get(magic);
        if (!Arrays.equals(magic, MAGIC) || model.get() != TRIGRAMS) {
          return Set.of();
        }
        int count = model.getInt();
        int at = MAGIC.length + 1 + TRIGRAMS * Integer.BYTES + TABLES;
        String[] words = words(model, count);
        Set<String> usual = new HashSet<>();
        for (int i = 0; i < words.length; i++) {
          float probability = model.getFloat(at + i * BYTES_A_WORD);
          if (probability <= 0 && probability * LOG10_OF_BASE > LEAST_LOG10) {
            usual.add(words[i]);
          }
        }
        return usual.contains("the") ? Set.copyOf(usual) : Set.of();
      } catch (IOException | BufferUnderflowException | IndexOutOfBoundsException e) {
        return Set.of();
      }
    }

    /** They stand at the end, each with a zero after it, in the order of their probabilities. */
    private static String[] words(ByteBuffer model, int count) {
      int from = model.limit() - 1;
      for (int zeros = 0; from > 0; from--) {
        if (model.get(from) == 0 && ++zeros > count) {
          break;
        }
      }
      // The number before them has zeros too: it tells where they begin.
      while (from > 0 && model.getInt(from - Integer.BYTES) != model.limit() - from) {
        from++;
      }
      byte[] text = new byte[model.limit() - from];
      model.get(from, text);
      return new String(text, StandardCharsets.UTF_8).split("\0");
    }
  }

  /** The words that English usually has, as the model that comes with Debian says. */
  static Set<String> usual() {
    return Usual.WORDS;
  }

  /** Writes a dictionary of the usual words and some others. */
  private static Path usualDictionary(Set<String> known, Path directory) throws IOException {
    if (Usual.WORDS.isEmpty()) {
      return DICTIONARY;
    }
    Path file = directory.resolve("usual.dict");
    Set<String> words = new TreeSet<>(Usual.WORDS);
    words.addAll(known);
    Files.write(
        file, words.stream().flatMap(w -> PronouncingDictionary.linesOf(w).stream()).toList());
    return file;
  }

  /** How words are pronounced, by the model's dictionary. */
  public static ScriptGrammar.Dictionary dictionary() {
    return word ->
        PronouncingDictionary.linesOf(word).stream()
            .map(line -> line.substring(line.indexOf(' ') + 1))
            .toList();
  }

  /**
   * Hears a script.
   *
   * @param sounds files and the spans of them that are heard, one after the other
   * @param grammar what may be said
   * @param directory an empty one, for what the program reads and writes
   * @return what was heard, on the clock of all spans together; nothing if nothing fits
   * @throws Program.Failed if it cannot be run, or takes too long
   */
  public static List<Heard> hear(List<Part> sounds, ScriptGrammar grammar, Path directory) {
    Path found = directory.resolve("found");
    try {
      copy(sounds, directory.resolve("said.raw"));
      Files.writeString(directory.resolve("script.fsg"), grammar.grammar());
      Files.writeString(directory.resolve("script.dict"), grammar.dictionary());
      Files.writeString(directory.resolve("silence"), SILENCE);
      Files.deleteIfExists(found);
      run(
          List.of("said"),
          directory,
          "-fsg",
          directory.resolve("script.fsg").toString(),
          "-dict",
          directory.resolve("script.dict").toString(),
          "-fdict",
          directory.resolve("silence").toString(),
          "-dither",
          "yes",
          "-seed",
          "1",
          "-beam",
          BEAM,
          "-pbeam",
          BEAM,
          "-wbeam",
          WORD_BEAM,
          "-hypseg",
          found.toString());
      return Files.exists(found) ? Heard.read(Files.readString(found)) : List.of();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void copy(List<Part> sounds, Path pcm) throws IOException {
    try (OutputStream out = Files.newOutputStream(pcm)) {
      for (Part part : sounds) {
        Sound.copy(part.file(), part.span(), out);
      }
    }
  }

  private static void run(List<String> names, Path directory, String... how) throws IOException {
    Files.write(directory.resolve("names"), names);
    List<String> command =
        new ArrayList<>(
            List.of(
                PROGRAM,
                "-hmm",
                SOUNDS.toString(),
                "-ctl",
                directory.resolve("names").toString(),
                "-cepdir",
                directory.toString(),
                "-cepext",
                ".raw",
                "-adcin",
                "yes",
                "-adchdr",
                "0",
                "-remove_silence",
                "no",
                "-logfn",
                "/dev/null"));
    command.addAll(List.of(how));
    Program.run(command, LIMIT, MAX_OUTPUT);
  }

  /**
   * Hears words without a script, by what English usually says. About every fifth is wrong.
   *
   * @param sounds as for {@link #hear}
   * @param known words that may be said besides the usual ones, in small letters
   * @throws Program.Failed if it cannot be run, or takes too long
   */
  public static List<Heard> words(List<Part> sounds, Set<String> known, Path directory) {
    Path found = directory.resolve("words");
    try {
      copy(sounds, directory.resolve("said.raw"));
      Files.deleteIfExists(found);
      run(
          List.of("said"),
          directory,
          "-lm",
          USUAL.toString(),
          "-dict",
          usualDictionary(known, directory).toString(),
          "-hypseg",
          found.toString());
      return Files.exists(found) ? Heard.read(Files.readString(found)) : List.of();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Hears what nobody has written, by what English usually says. About every fifth word is wrong.
   *
   * @param sounds as for {@link #hear}
   * @param spans of all of them together
   * @param known words that may be said besides the usual ones, in small letters
   * @param model the school's own, if it has one: it hears better
   * @return one draft for each span, empty where nothing was understood
   * @throws Program.Failed if it cannot be run, or takes too long
   */
  public static List<String> drafts(
      List<Part> sounds,
      List<Span> spans,
      Set<String> known,
      Optional<SpeechModel> model,
      Path directory) {
    Path pcm = directory.resolve("all.raw");
    Path found = directory.resolve("drafts");
    try {
      copy(sounds, pcm);
      List<String> names = new ArrayList<>();
      for (Span span : spans) {
        String name = "draft" + names.size();
        cut(pcm, span, directory.resolve(name + ".raw"));
        names.add(name);
      }
      if (model.isPresent()) {
        return model.get().drafts(names.stream().map(n -> directory.resolve(n + ".raw")).toList());
      }
      run(
          names,
          directory,
          "-lm",
          USUAL.toString(),
          "-dict",
          usualDictionary(known, directory).toString(),
          "-hyp",
          found.toString());
      Map<String, String> drafts = new HashMap<>();
      for (String line : Files.exists(found) ? Files.readAllLines(found) : List.<String>of()) {
        Matcher m = DRAFT.matcher(line);
        if (m.matches()) {
          drafts.put(m.group(2), m.group(1).strip());
        }
      }
      return names.stream().map(n -> drafts.getOrDefault(n, "")).toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void cut(Path pcm, Span span, Path to) throws IOException {
    try (RandomAccessFile in = new RandomAccessFile(pcm.toFile(), "r")) {
      long from = Math.min(in.length(), span.startMs() * BYTES_A_MS);
      byte[] bytes = new byte[(int) Math.min(in.length() - from, span.lengthMs() * BYTES_A_MS)];
      in.seek(from);
      in.readFully(bytes);
      Files.write(to, bytes);
    }
  }

  /** A span of a file. */
  public record Part(Path file, Span span) {}
}
