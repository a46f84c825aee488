package school.kerygma.app.scores;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.lectern.RecordedSound;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.GrammarWords;
import school.kerygma.core.voice.Heard;
import school.kerygma.core.voice.ScriptAligner;
import school.kerygma.core.voice.ScriptGrammar;
import school.kerygma.core.voice.SyllableAligner;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.process.Program;
import school.kerygma.media.sound.Recognizer;
import tools.jackson.databind.json.JsonMapper;

/**
 * The words of each stop on its sound. A stop is heard once for a script: what is found is kept in
 * a file named by what was heard and what should be said.
 */
@Component
class StopWords {

  private static final Logger LOG = LoggerFactory.getLogger(StopWords.class);

  /** Changes when the rules do, so that all is heard again. */
  private static final String RULES = "1";

  static final String FOLDER = "words";

  /** A stop that is longer is not heard: it would take the program too long. */
  private static final long LONGEST_MS = 20 * 60_000L;

  private final RecordedSound recorded;
  private final MediaStore store;
  private final JsonMapper json;
  private final ScriptAligner estimate = new SyllableAligner();

  StopWords(RecordedSound recorded, MediaStore store, JsonMapper json) {
    this.recorded = recorded;
    this.store = store;
    this.json = json;
  }

  /**
   * Places the words of a stop.
   *
   * @param sentences of its script
   * @param parts of its takes, in order
   * @param speech where there is speech, on the clock of the parts one after the other
   */
  WordsOnSound of(List<String> sentences, List<RunningOrder.Part> parts, Spans speech) {
    long length = parts.stream().mapToLong(p -> p.span().lengthMs()).sum();
    if (sentences.isEmpty() || speech.isEmpty() || length > LONGEST_MS || !Recognizer.isHere()) {
      return estimated(sentences, speech);
    }
    String name = FOLDER + "/" + name(sentences, parts);
    Optional<Resource> kept = store.find(name);
    if (kept.isPresent()) {
      return read(kept.get());
    }
    WordsOnSound words =
        heard(sentences, parts, speech).orElseGet(() -> estimated(sentences, speech));
    store.put(name, new ByteArrayInputStream(json.writeValueAsBytes(words)));
    return words;
  }

  private Optional<WordsOnSound> heard(
      List<String> sentences, List<RunningOrder.Part> parts, Spans speech) {
    Path directory = store.workDirectory();
    try {
      ScriptGrammar grammar =
          ScriptGrammar.of(sentences, Recognizer.dictionary(ScriptGrammar.asked(sentences)));
      List<Heard> heard =
          recorded.with(
              parts.stream().map(RunningOrder.Part::recordingId).toList(),
              files ->
                  Recognizer.hear(
                      parts.stream()
                          .map(p -> new Recognizer.Part(files.get(p.recordingId()), p.span()))
                          .toList(),
                      grammar,
                      directory));
      return GrammarWords.place(sentences, heard, speech);
    } catch (Program.Failed e) {
      LOG.warn("A stop was not heard; its words are an estimate: {}", e.getMessage());
      return Optional.empty();
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private WordsOnSound estimated(List<String> sentences, Spans speech) {
    return new WordsOnSound(
        WordsOnSound.Way.ESTIMATED, estimate.align(sentences, speech), List.of(), List.of());
  }

  private WordsOnSound read(Resource kept) {
    try (InputStream in = kept.getInputStream()) {
      return json.readValue(in, WordsOnSound.class);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String name(List<String> sentences, List<RunningOrder.Part> parts) {
    StringBuilder text = new StringBuilder(RULES).append('\n');
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
