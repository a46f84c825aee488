package school.kerygma.app.talk.scores;

import java.util.ArrayList;
import java.util.LinkedHashMap;
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
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.ScoreCompiler;
import school.kerygma.core.walkthrough.Trace;

/** Places the words of scripts on the sound of what their stops play. */
@Component
class SaidWords {

  /**
   * What is said, on the program's clock.
   *
   * @param stops in the order of the walkthrough
   * @param heard all of it, with what is cut out, on the clocks of the recordings
   * @param awaited stops that nobody has listened to yet: their words are an estimate
   */
  record Spoken(
      List<TimedSentence> said,
      Map<UUID, PlaybackScore.Spoken> stops,
      List<RecordedWord> heard,
      List<UUID> awaited) {

    /** Whether the words of a stop stand where they were heard. */
    boolean isHeard(UUID stop) {
      PlaybackScore.Spoken of = stops.get(stop);
      return of != null && of.heard();
    }
  }

  private final RecordedSound recorded;
  private final StopWords words;

  SaidWords(RecordedSound recorded, StopWords words) {
    this.recorded = recorded;
    this.words = words;
  }

  /** Listens to a stop. */
  void listen(TalkMaterial.Material material, UUID stop) {
    Arrangement arrangement = material.arrangements().get(stop);
    if (arrangement != null) {
      words.listen(stop(material, stop, arrangement, known(material)));
    }
  }

  private StopWords.Stop stop(
      TalkMaterial.Material material, UUID stop, Arrangement arrangement, Set<String> known) {
    // Words are looked for as if nothing were cut: a cut then costs no looking again.
    return new StopWords.Stop(
        material.language(),
        Sentences.of(material.scripts().getOrDefault(stop, "")),
        known,
        arrangement.parts(),
        recorded.speech(arrangement));
  }

  /** Places the words of all scripts on the sound of their takes, without listening to any. */
  Spoken spoken(TalkMaterial.Material material) {
    return spoken(material, Set.of());
  }

  /**
   * The same; a stop that is only mended since somebody listened, in its words or in some of its
   * sound, is listened to at once, so that what is known of it does not come and go.
   *
   * @param heard takes that were listened to
   */
  Spoken spoken(TalkMaterial.Material material, Set<UUID> heard) {
    Set<String> known = known(material);
    List<TimedSentence> said = new ArrayList<>();
    List<RecordedWord> recordedWords = new ArrayList<>();
    Map<UUID, PlaybackScore.Spoken> spoken = new LinkedHashMap<>();
    List<UUID> awaited = new ArrayList<>();
    material
        .arrangements()
        .forEach(
            (stop, arrangement) -> {
              Optional<Span> program = material.order().programOf(stop);
              if (program.isEmpty()) {
                return; // All of it is cut out.
              }
              StopWords.Stop of = stop(material, stop, arrangement, known);
              List<String> sentences = of.sentences();
              if (isHeard(arrangement, heard)) {
                words.listen(of);
              }
              StopWords.Placed now = words.placed(of);
              WordsOnSound placed = now.words();
              if (now.awaited()) {
                awaited.add(stop);
              }
              long begins = program.get().startMs();
              List<TimedSentence> played = arrangement.heard(placed.said());
              played.forEach(s -> said.add(s.on(at -> at + begins)));
              if (!now.awaited()) { // Nobody cuts by an estimate of a moment.
                placed
                    .said()
                    .forEach(s -> s.words().forEach(w -> recordedWords.add(word(arrangement, w))));
              }
              placed
                  .added()
                  .forEach(
                      a -> recordedWords.add(recorded(arrangement, a.span(), a.draft(), true)));
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
    return new Spoken(said, spoken, recordedWords, awaited);
  }

  private static boolean isHeard(Arrangement arrangement, Set<UUID> heard) {
    return arrangement.parts().stream().map(RunningOrder.Part::takeId).anyMatch(heard::contains);
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
