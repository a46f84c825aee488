package school.kerygma.app.talk.scores;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.core.There;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.GrammarWords;
import school.kerygma.core.voice.Heard;
import school.kerygma.core.voice.MatchedWords;
import school.kerygma.core.voice.ScriptAligner;
import school.kerygma.core.voice.ScriptGrammar;
import school.kerygma.core.voice.ScriptGrammar.Between;
import school.kerygma.core.voice.SyllableAligner;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.process.Coming;
import school.kerygma.media.process.Program;
import school.kerygma.media.sound.Recognizer;

/**
 * The words of each stop on its sound. A stop is heard once for a script: what is found is kept in
 * a file named by what was heard and what should be said.
 */
@Component
class StopWords {

  private static final Logger LOG = LoggerFactory.getLogger(StopWords.class);

  /** Changes when the rules do, so that all is heard again. */
  private static final String RULES = "5";

  static final String FOLDER = "words";

  /** Of so much that nobody has written there is a draft; more would take too long. */
  private static final long LONGEST_DRAFT_MS = 120_000;

  /** A stop that is longer is not heard: it would take the program too long. */
  private static final long LONGEST_MS = 20 * 60_000L;

  private final RecordedSound recorded;
  private final SchoolModel model;
  private final MediaStore store;
  private final StoredJson stored;
  private final ScriptAligner estimate = new SyllableAligner();

  StopWords(RecordedSound recorded, SchoolModel model, MediaStore store, StoredJson stored) {
    this.recorded = recorded;
    this.model = model;
    this.store = store;
    this.stored = stored;
  }

  /**
   * A stop whose words are to be placed.
   *
   * @param language in which it is spoken
   * @param sentences of its script
   * @param known words of the papers that are shown and of the scripts, in small letters
   * @param parts of its takes, in order
   * @param speech where there is speech, on the clock of the parts one after the other
   */
  record Stop(
      String language,
      List<String> sentences,
      Set<String> known,
      List<RunningOrder.Part> parts,
      Spans speech) {

    private boolean isForEars() {
      long length = parts.stream().mapToLong(p -> p.span().lengthMs()).sum();
      return !speech.isEmpty()
          && length <= LONGEST_MS
          && (hears(language) || language.equals(PlaybackScore.ENGLISH) && Coming.isAny());
    }
  }

  /**
   * The words of a stop as far as they are known.
   *
   * @param awaited whether nobody has listened to it yet, so that they will be known better
   */
  record Placed(WordsOnSound words, boolean awaited) {}

  /** Places the words of a stop without listening: by what was heard before, or by an estimate. */
  Placed placed(Stop stop) {
    Optional<Resource> kept = stop.isForEars() ? store.find(file(stop)) : Optional.empty();
    return new Placed(
        kept.flatMap(k -> read(k).words()).orElseGet(() -> estimated(stop)),
        stop.isForEars() && kept.isEmpty());
  }

  /** Listens to a stop, so that its words are known from then on. */
  void listen(Stop stop) {
    Coming.awaited();
    if (!stop.isForEars() || store.find(file(stop)).isPresent()) {
      return;
    }
    try {
      Kept kept = Kept.of(heard(stop.sentences(), stop.known(), stop.parts(), stop.speech()));
      store.put(
          file(stop),
          new ByteArrayInputStream(stored.write(kept).getBytes(StandardCharsets.UTF_8)));
    } catch (Program.Failed e) { // Ended from outside, or out of time: the next time it may do.
      LOG.warn("A stop was not heard; its words are an estimate: {}", e.getMessage());
    }
  }

  private String file(Stop stop) {
    return FOLDER + "/" + name(stop.sentences(), stop.parts());
  }

  /** Whether words of a language are heard on this machine: the recognizer knows English alone. */
  static boolean hears(String language) {
    return language.equals(PlaybackScore.ENGLISH) && Recognizer.isHere();
  }

  /** A sentence where it was heard. */
  private record Line(String text, Span span, List<TimedWord> words) {}

  /**
   * What is kept of a stop.
   *
   * @param way how its words were found, if they were
   */
  private record Kept(
      WordsOnSound.Way way,
      List<Line> said,
      List<Integer> leftOut,
      List<WordsOnSound.Added> added) {

    static Kept of(Optional<WordsOnSound> words) {
      return words
          .map(
              w ->
                  new Kept(
                      w.way(),
                      w.said().stream().map(s -> new Line(s.text(), s.span(), s.words())).toList(),
                      w.leftOut(),
                      w.added()))
          .orElse(new Kept(WordsOnSound.Way.ESTIMATED, List.of(), List.of(), List.of()));
    }

    Optional<WordsOnSound> words() {
      return way != WordsOnSound.Way.ESTIMATED
          ? Optional.of(
              new WordsOnSound(
                  way,
                  said.stream()
                      .map(
                          l -> new TimedSentence(l.text(), l.span(), Spans.of(l.span()), l.words()))
                      .toList(),
                  leftOut,
                  added))
          : Optional.empty();
    }
  }

  private Optional<WordsOnSound> heard(
      List<String> sentences, Set<String> known, List<RunningOrder.Part> parts, Spans speech) {
    Path directory = store.workDirectory();
    try {
      Optional<WordsOnSound> words =
          sentences.isEmpty()
              ? Optional.of(unwritten(speech))
              : inGrammar(sentences, known, parts, speech, directory);
      return words.map(w -> drafted(w, known, parts, directory));
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** Of a stop without a script all is added. */
  private static WordsOnSound unwritten(Spans speech) {
    return new WordsOnSound(
        WordsOnSound.Way.HEARD, List.of(), List.of(), GrammarWords.added(List.of(), speech));
  }

  private Optional<WordsOnSound> inGrammar(
      List<String> sentences,
      Set<String> known,
      List<RunningOrder.Part> parts,
      Spans speech,
      Path directory) {
    ScriptGrammar.Dictionary dictionary = Recognizer.dictionary();
    Optional<WordsOnSound> words = Optional.empty();
    for (Between between : Between.values()) { // What is not as written is searched through.
      if (words.filter(WordsOnSound::isAsWritten).isEmpty()) {
        ScriptGrammar grammar = ScriptGrammar.of(sentences, between, dictionary);
        words = GrammarWords.place(sentences, heard(parts, grammar, directory), speech);
      }
    }
    return words.isPresent()
        ? words
        : MatchedWords.place(
            sentences, with(parts, files -> Recognizer.words(files, known, directory)));
  }

  private WordsOnSound drafted(
      WordsOnSound words, Set<String> known, List<RunningOrder.Part> parts, Path directory) {
    List<Span> added = words.added().stream().map(WordsOnSound.Added::span).toList();
    boolean few = added.stream().mapToLong(Span::lengthMs).sum() <= LONGEST_DRAFT_MS;
    if (added.isEmpty() || !few || words.way() == WordsOnSound.Way.MATCHED) {
      return words;
    }
    try {
      return words.drafted(
          with(parts, files -> Recognizer.drafts(files, added, known, model.get(), directory)));
    } catch (Program.Failed e) {
      LOG.warn("What was added to a stop has no draft: {}", e.getMessage());
      return words;
    }
  }

  private <T> T with(List<RunningOrder.Part> parts, Function<List<Recognizer.Part>, T> use) {
    return recorded.with(
        parts.stream().map(RunningOrder.Part::recordingId).toList(),
        files ->
            use.apply(
                parts.stream()
                    .map(p -> new Recognizer.Part(There.in(files, p.recordingId()), p.span()))
                    .toList()));
  }

  private List<Heard> heard(List<RunningOrder.Part> parts, ScriptGrammar grammar, Path directory) {
    return with(parts, files -> Recognizer.hear(files, grammar, directory));
  }

  private WordsOnSound estimated(Stop stop) {
    return new WordsOnSound(
        WordsOnSound.Way.ESTIMATED,
        estimate.align(stop.sentences(), stop.speech()),
        List.of(),
        List.of());
  }

  private Kept read(Resource kept) {
    try {
      return stored.read(kept.getInputStream(), Kept.class);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private String name(List<String> sentences, List<RunningOrder.Part> parts) {
    StringBuilder text = new StringBuilder(RULES).append(' ').append(model.get()).append('\n');
    parts.forEach(p -> text.append(p.takeId()).append(' ').append(p.span()).append('\n'));
    sentences.forEach(s -> text.append(s).append('\n'));
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256")
                  .digest(text.toString().getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
