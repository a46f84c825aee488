package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.GrammarWords;
import school.kerygma.core.voice.Heard;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.MatchedWords;
import school.kerygma.core.voice.ScriptGrammar;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.media.process.Program;

/**
 * Sentences spoken by two synthesizers, which are no part of the application, with known
 * beginnings.
 */
class WordsOnSoundTest {

  private static final List<String> SCRIPT =
      List.of(
          "Good morning, and welcome to the third week of our project.",
          "Today we look at the load table, which is due on Friday, October 16, at 11:59 p.m.",
          "You need a ruler, a pencil and about 40 minutes.",
          "Open your workbook at page 42.",
          "There are 6 rows, one for every weight.",
          "Write the weight into the first column, in grams.",
          "The second column is for how far the beam bends, in mm.",
          "If you get 2.5 mm, write 2.5 and not 3.",
          "Every row needs a unit, or you lose half a point.",
          "Under the table you state the safe load.",
          "Ms. Okafor will look at the first three tables on Monday.",
          "If something is not clear, ask before class, not after it.");

  private static final List<String> ADDED =
      List.of(
          "By the way, somebody has left a green umbrella in the hall.",
          "Please remember that the library closes early this afternoon.");

  /** Silence between two sentences. */
  private static final int PAUSE = Sound.SAMPLES_PER_SECOND * 6 / 10;

  @TempDir private Path directory;

  private record Spoken(Path file, List<Long> starts) {}

  /**
   * @param voices one, or two that take turns, with "+" between them
   */
  private short[] say(String voices, String text, int number) {
    List<String> turns = List.of(voices.split("\\+"));
    String voice = turns.get(number % turns.size());
    Path file = directory.resolve(voice + number + ".wav");
    Program.run(
        voice.equals("flite")
            ? List.of("flite", "-voice", "slt", "-o", file.toString(), "-t", text)
            : List.of("espeak-ng", "-v", voice, "-s", "150", "-w", file.toString(), text),
        Duration.ofSeconds(30),
        1 << 20);
    return Sound.samples(file);
  }

  /** Where a voice begins: the first sample of a fiftieth of the loudest. */
  private static int onset(short[] samples) {
    int peak = IntStream.range(0, samples.length).map(i -> Math.abs(samples[i])).max().orElse(0);
    return IntStream.range(0, samples.length)
        .filter(i -> Math.abs(samples[i]) > peak / 50)
        .findFirst()
        .orElse(0);
  }

  private Spoken speak(String voice, List<String> sentences, double music) throws IOException {
    List<short[]> parts = new ArrayList<>();
    List<Long> starts = new ArrayList<>();
    int at = PAUSE;
    for (String sentence : sentences) {
      short[] said = say(voice, sentence, starts.size());
      starts.add((at + onset(said)) * 1000L / Sound.SAMPLES_PER_SECOND);
      parts.add(said);
      at += said.length + PAUSE;
    }
    ByteBuffer pcm = ByteBuffer.allocate(2 * at).order(ByteOrder.LITTLE_ENDIAN);
    pcm.position(2 * PAUSE);
    for (short[] part : parts) {
      for (short sample : part) {
        pcm.putShort(sample);
      }
      pcm.position(pcm.position() + 2 * PAUSE);
    }
    for (int i = 0; i < at; i++) { // a chord of C major
      double t = (double) i / Sound.SAMPLES_PER_SECOND;
      double chord = 0;
      for (double hertz : new double[] {261.6, 329.6, 392}) {
        chord += Math.sin(2 * Math.PI * hertz * t) / 3;
      }
      pcm.putShort(
          2 * i, (short) Math.clamp(pcm.getShort(2 * i) + music * 32767 * chord, -32768, 32767));
    }
    Path raw = directory.resolve("all.raw");
    Files.write(raw, pcm.array());
    Path wav = directory.resolve("all.wav");
    Program.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-f",
            "s16le",
            "-ar",
            "16000",
            "-ac",
            "1",
            "-i",
            raw.toString(),
            wav.toString()),
        Duration.ofSeconds(30),
        1 << 20);
    return new Spoken(wav, starts);
  }

  private Optional<WordsOnSound> heard(Path file, List<String> script) throws IOException {
    Spans speech = IslandFinder.find(Sound.loudness(file));
    ScriptGrammar.Dictionary dictionary = Recognizer.dictionary();
    Optional<WordsOnSound> words = Optional.empty();
    for (ScriptGrammar.Between between : ScriptGrammar.Between.values()) {
      if (words.filter(WordsOnSound::isAsWritten).isEmpty()) {
        words =
            GrammarWords.place(
                script,
                Recognizer.hear(
                    List.of(new Recognizer.Part(file, Span.of(0, Sound.durationMs(file)))),
                    ScriptGrammar.of(script, between, dictionary),
                    Files.createTempDirectory(directory, "heard")),
                speech);
      }
    }
    return words;
  }

  private static List<Long> errors(List<TimedSentence> said, List<Long> starts) {
    return IntStream.range(0, said.size())
        .mapToObj(i -> Math.abs(said.get(i).words().getFirst().startMs() - starts.get(i)))
        .sorted()
        .toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"en-us", "flite"})
  void aScriptThatIsSaidAsItStandsBeginsItsSentencesWhereTheyAreHeard(String voice)
      throws IOException {
    Spoken spoken = speak(voice, SCRIPT, 0);
    WordsOnSound words = heard(spoken.file(), SCRIPT).orElseThrow();
    assertThat(words.leftOut()).isEmpty();
    assertThat(words.added()).isEmpty();
    List<Long> errors = errors(words.said(), spoken.starts());
    assertThat(errors.get(errors.size() / 2)).as("median").isLessThan(60);
    assertThat(errors.get(errors.size() * 95 / 100)).as("95 of 100").isLessThan(250);
    assertThat(words.said().get(1).words()).extracting(w -> w.text()).contains("11:59", "p.m.");
  }

  @ParameterizedTest
  @ValueSource(strings = {"en-us", "flite"})
  void sentencesThatAreLeftOutAreNotPlacedAndWhatIsAddedIsKnown(String voice) throws IOException {
    List<String> said = new ArrayList<>(SCRIPT);
    said.remove(8);
    said.remove(3);
    said.add(2, ADDED.get(0));
    said.add(7, ADDED.get(1));
    Spoken spoken = speak(voice, said, 0);
    WordsOnSound words = heard(spoken.file(), SCRIPT).orElseThrow();
    assertThat(words.leftOut()).containsExactly(3, 8);
    assertThat(words.added()).hasSize(2);
    List<Long> own = new ArrayList<>(spoken.starts());
    long second = own.remove(7);
    long first = own.remove(2);
    assertThat(words.added().get(0).span().contains(first + 1_500)).isTrue();
    assertThat(words.added().get(1).span().contains(second + 1_500)).isTrue();
    assertThat(errors(words.said(), own)).allMatch(e -> e < 400);
  }

  @Test
  void musicUnderTheVoiceTakesNoWordsAway() throws IOException {
    Spoken spoken = speak("flite", SCRIPT, 0.02);
    WordsOnSound words = heard(spoken.file(), SCRIPT).orElseThrow();
    List<Long> errors = errors(words.said(), spoken.starts());
    assertThat(words.said()).hasSize(SCRIPT.size());
    assertThat(errors.get(errors.size() / 2)).isLessThan(60);
  }

  @Test
  void twoVoicesThatTakeTurnsAreBothHeard() throws IOException {
    Spoken spoken = speak("flite+en-us", SCRIPT, 0);
    WordsOnSound words = heard(spoken.file(), SCRIPT).orElseThrow();
    assertThat(words.leftOut()).isEmpty();
    List<Long> errors = errors(words.said(), spoken.starts());
    assertThat(errors.get(errors.size() / 2)).isLessThan(60);
  }

  @Test
  void otherWordsThanTheScriptsAreNotTakenForIt() throws IOException {
    Spoken spoken =
        speak(
            "flite",
            List.of(
                "Hello everybody, nice to see you again.",
                "Let us talk about volcanoes and why they smoke.",
                "Lava is very hot, hotter than any oven.",
                "Please never climb into a crater without a guide."),
            0);
    assertThat(heard(spoken.file(), SCRIPT)).isEmpty();
  }

  @Test
  void anotherLanguageIsNotTakenForTheScript() throws IOException {
    Spoken spoken =
        speak(
            "de",
            List.of(
                "Guten Morgen, heute sehen wir uns die Tabelle an.",
                "Ihr braucht ein Lineal und einen Bleistift.",
                "Jede Zeile braucht eine Einheit."),
            0);
    assertThat(heard(spoken.file(), SCRIPT)).isEmpty();
  }

  @Test
  void silenceHasNoWords() throws IOException {
    Spoken spoken = speak("flite", List.of(), 0);
    assertThat(heard(spoken.file(), SCRIPT)).isEmpty();
  }

  @Test
  void aScriptTenTimesAsLongAsTheTalkHasOnlyWhatWasSaid() throws IOException {
    List<String> little = List.of(SCRIPT.get(4));
    Spoken spoken = speak("flite", little, 0);
    WordsOnSound words = heard(spoken.file(), SCRIPT).orElseThrow();
    assertThat(words.said()).extracting(TimedSentence::text).isEqualTo(little);
  }

  @Test
  void aStopOfOneWordIsHeard() throws IOException {
    Spoken spoken = speak("flite", List.of("Bridges."), 0);
    WordsOnSound words = heard(spoken.file(), List.of("Bridges.")).orElseThrow();
    assertThat(errors(words.said(), spoken.starts())).allMatch(e -> e < 250);
  }

  /** The counts are those of Debian's pocketsphinx-en-us, read by its own tools too. */
  @Test
  void rareNamesAreListenedForOnlyWhereTheyAreKnown() {
    assertThat(Recognizer.usual())
        .hasSizeBetween(4_500, 5_500)
        .contains("the", "bridge", "school")
        .doesNotContain("zyuganov", "bartlett");
  }

  /** A draft is no transcript: at least half of its words are right. */
  @Test
  void whatNobodyHasWrittenHasADraft() throws IOException {
    Spoken spoken = speak("flite", ADDED, 0);
    List<Span> spans =
        List.of(
            Span.of(spoken.starts().get(0) - 200, spoken.starts().get(1) - 200),
            Span.of(spoken.starts().get(1) - 200, Sound.durationMs(spoken.file())));
    List<String> drafts =
        Recognizer.drafts(
            List.of(
                new Recognizer.Part(spoken.file(), Span.of(0, Sound.durationMs(spoken.file())))),
            spans,
            Set.of(),
            Optional.empty(),
            Files.createTempDirectory(directory, "drafts"));
    assertThat(drafts).hasSize(2);
    for (int i = 0; i < 2; i++) {
      List<String> wanted =
          List.of(
              ADDED.get(i).toLowerCase(java.util.Locale.ROOT).replaceAll("[^a-z ]", "").split(" "));
      List<String> got = List.of(drafts.get(i).split(" "));
      assertThat(wanted.stream().filter(got::contains).count())
          .as(drafts.get(i))
          .isGreaterThanOrEqualTo(wanted.size() / 2);
    }
  }

  /** Heard without the script and laid beside it: what is the same is said, the rest has drafts. */
  @Test
  void aScriptSaidInOtherWordsIsMatchedWithWhatIsHeard() throws IOException {
    Spoken spoken =
        speak(
            "flite",
            List.of(
                SCRIPT.get(0),
                "Please take your workbook out now and turn to the table in the middle of the page.",
                SCRIPT.get(9),
                "Everybody has to finish this by the end of the week, no matter what."),
            0);
    List<Heard> heard =
        Recognizer.words(
            List.of(
                new Recognizer.Part(spoken.file(), Span.of(0, Sound.durationMs(spoken.file())))),
            Set.of("okafor"),
            Files.createTempDirectory(directory, "words"));
    WordsOnSound words = MatchedWords.place(SCRIPT, heard).orElseThrow();
    assertThat(words.said())
        .extracting(TimedSentence::text)
        .containsExactly(SCRIPT.get(0), SCRIPT.get(9));
    assertThat(errors(words.said(), List.of(spoken.starts().get(0), spoken.starts().get(2))))
        .allMatch(e -> e < 400);
    assertThat(words.added()).isNotEmpty();
  }
}
