package school.kerygma.app.talk.scores;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.LongUnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.ScoreCompiler;
import school.kerygma.core.walkthrough.Trace;

/** Places the words of scripts on the sound of what their stops play. */
@Component
class SaidWords {

  /**
   * What is said, on the program's clock.
   *
   * @param heard all of it, with what is cut out, on the clocks of the recordings
   */
  record Spoken(
      List<TimedSentence> said, Map<UUID, PlaybackScore.Spoken> stops, List<RecordedWord> heard) {}

  private final RecordedSound recorded;
  private final StopWords words;

  SaidWords(RecordedSound recorded, StopWords words) {
    this.recorded = recorded;
    this.words = words;
  }

  /** Places the words of all scripts on the sound of their takes. */
  Spoken spoken(TalkMaterial.Material material) {
    Set<String> known = known(material);
    List<TimedSentence> said = new ArrayList<>();
    List<RecordedWord> heard = new ArrayList<>();
    Map<UUID, PlaybackScore.Spoken> spoken = new HashMap<>();
    material
        .arrangements()
        .forEach(
            (stop, arrangement) -> {
              Optional<Span> program = material.order().programOf(stop);
              if (program.isEmpty()) {
                return; // All of it is cut out.
              }
              // Words are looked for as if nothing were cut: a cut then costs no looking again.
              List<String> sentences = Sentences.of(material.scripts().getOrDefault(stop, ""));
              WordsOnSound placed =
                  words.of(
                      material.language(),
                      sentences,
                      known,
                      arrangement.parts(),
                      recorded.speech(arrangement));
              long begins = program.get().startMs();
              List<TimedSentence> played = arrangement.heard(placed.said());
              played.forEach(s -> said.add(s.on(at -> at + begins)));
              placed.said().forEach(s -> s.words().forEach(w -> heard.add(word(arrangement, w))));
              placed
                  .added()
                  .forEach(a -> heard.add(recorded(arrangement, a.span(), a.draft(), true)));
              spoken.put(
                  stop,
                  new PlaybackScore.Spoken(
                      placed.way() != WordsOnSound.Way.ESTIMATED,
                      placed.leftOut().stream().map(sentences::get).toList(),
                      placed.added().stream()
                          .flatMap(a -> added(a, arrangement).stream())
                          .flatMap(a -> onProgram(a, played, at -> at + begins))
                          .toList()));
            });
    return new Spoken(said, spoken, heard);
  }

  private static RecordedWord word(Arrangement arrangement, TimedWord word) {
    return recorded(
        arrangement,
        Span.of(word.startMs(), Math.max(word.startMs() + 1, word.endMs())),
        word.text(),
        false);
  }

  private static RecordedWord recorded(
      Arrangement arrangement, Span local, String text, boolean draft) {
    Arrangement.Place place = arrangement.at(local.startMs());
    return new RecordedWord(
        arrangement.parts().get(place.part()).recordingId(),
        place.recordingMs(),
        place.recordingMs() + local.lengthMs(),
        text,
        draft);
  }

  /** What is left of what was added; of what is cut in two nobody knows what it says. */
  private static Optional<WordsOnSound.Added> added(
      WordsOnSound.Added added, Arrangement arrangement) {
    return arrangement
        .played(added.span())
        .filter(s -> s.lengthMs() >= Trace.SHORTEST_TAKE_MS)
        .map(
            s ->
                new WordsOnSound.Added(
                    s, s.lengthMs() == added.span().lengthMs() ? added.draft() : ""));
  }

  /** Words that are likely to be said: those that are shown, and those of the scripts. */
  private static Set<String> known(TalkMaterial.Material material) {
    Stream<String> shown =
        material.lines().values().stream().flatMap(List::stream).flatMap(l -> l.words().stream());
    Stream<String> written =
        Stream.concat(
            material.scripts().values().stream(),
            material.sheets().values().stream().map(ScoreCompiler.StopSheet::title));
    return Stream.concat(shown, written)
        .flatMap(text -> Stream.of(text.toLowerCase(Locale.ROOT).split("[^\\p{L}']+")))
        .filter(word -> !word.isEmpty())
        .collect(Collectors.toSet());
  }

  private static Stream<PlaybackScore.Spoken.Added> onProgram(
      WordsOnSound.Added added, List<TimedSentence> said, LongUnaryOperator clock) {
    String after =
        said.stream()
            .filter(s -> s.span().startMs() < added.span().startMs())
            .reduce("", (last, s) -> s.text(), (a, b) -> b);
    return CueBuilder.pieces(added.span(), added.draft()).stream()
        .map(
            piece ->
                new PlaybackScore.Spoken.Added(
                    clock.applyAsLong(piece.span().startMs()),
                    clock.applyAsLong(piece.span().endMs()),
                    piece.draft(),
                    after));
  }
}
