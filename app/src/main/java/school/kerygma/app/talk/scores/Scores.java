package school.kerygma.app.talk.scores;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.context.MessageSource;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageUse;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.captions.WebVtt;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.Descriptions;
import school.kerygma.core.walkthrough.PageMarks;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;

/** Hands out compiled scores, their sound and their captions. */
@Service
@Transactional(readOnly = true)
public class Scores implements PageUse {

  /** A score without its body: what it plays, on its takes' clocks. */
  public record Info(UUID id, UUID walkthrough, long durationMs, RunningOrder order) {}

  private final Score.Repository scores;
  private final Score.BodyRepository bodies;
  private final Marks marks;
  private final Captioned captioned;
  private final Handouts handouts;
  private final MessageSource messages;
  private final MediaStore store;
  private final StoredJson stored;

  Scores(
      Score.Repository scores,
      Score.BodyRepository bodies,
      Marks marks,
      Captioned captioned,
      Handouts handouts,
      MessageSource messages,
      MediaStore store,
      StoredJson stored) {
    this.marks = marks;
    this.captioned = captioned;
    this.handouts = handouts;
    this.messages = messages;
    this.scores = scores;
    this.bodies = bodies;
    this.store = store;
    this.stored = stored;
  }

  public Optional<Info> current(UUID walkthrough) {
    return scores.current(walkthrough).map(Scores::info);
  }

  public Map<UUID, Info> currentOf(Collection<UUID> walkthroughs) {
    Map<UUID, Info> infos = new HashMap<>();
    if (!walkthroughs.isEmpty()) {
      scores.currentOf(walkthroughs).forEach(s -> infos.put(s.walkthroughId(), info(s)));
    }
    return infos;
  }

  public Info get(UUID score) {
    return scores.findById(score).map(Scores::info).orElseThrow(Problem::notFound);
  }

  private static Info info(Score s) {
    return new Info(s.id(), s.walkthroughId(), s.durationMs(), s.order());
  }

  /** The score as JSON, with the marks that stand on its pages and the captions as they are now. */
  public String body(UUID score) {
    PlaybackScore read = read(score);
    Map<UUID, List<Mark>> standing =
        marks.of(read.pages().stream().map(PlaybackScore.ShownPage::id).toList());
    return stored.write(PageMarks.on(read, standing));
  }

  /** The stops of a score, with what is known of what was said. */
  public List<PlaybackScore.StopPart> stops(UUID score) {
    return read(score).stops();
  }

  /** Every word that was heard when a score was compiled, also those that are cut out. */
  public List<RecordedWord> recordedWords(UUID score) {
    return bodies
        .findById(score)
        .map(b -> List.of(stored.read(b.heard(), RecordedWord[].class)))
        .orElseThrow(Problem::notFound);
  }

  /** As it was compiled. */
  public PlaybackScore compiled(UUID score) {
    return bodies
        .findById(score)
        .map(b -> stored.read(b.body(), PlaybackScore.class))
        .orElseThrow(Problem::notFound);
  }

  /**
   * When a word is heard at a stop: the first time that it is said there, be it only in a draft.
   *
   * @param words any of which will do, in whatever case
   * @return nothing if the score has no such stop
   */
  public Optional<Long> heard(UUID score, UUID stop, Collection<String> words) {
    PlaybackScore compiled = compiled(score);
    Set<String> asked = words.stream().map(Scores::plain).collect(Collectors.toSet());
    return compiled.stops().stream()
        .filter(part -> part.id().equals(stop))
        .findFirst()
        .map(
            part ->
                Stream.concat(
                        compiled.words().stream()
                            .filter(w -> part.plays(w.startMs()))
                            .filter(w -> asked.contains(plain(w.text())))
                            .map(TimedWord::startMs),
                        part.spoken().added().stream()
                            .filter(
                                a -> WordMatch.words(a.draft()).stream().anyMatch(asked::contains))
                            .map(PlaybackScore.Spoken.Added::startMs))
                    .mapToLong(Long::longValue)
                    .min()
                    .orElse(part.startMs()));
  }

  /**
   * When the words of a stop are said, in program time.
   *
   * @param from the how-manieth word of its script, from 0
   * @param word the word itself; of several the one that stands nearest is meant
   * @return when the stop begins, if the word is not heard in it; nothing if it has no such stop
   */
  public Optional<Long> saidAt(PlaybackScore compiled, UUID stop, int from, String word) {
    Optional<PlaybackScore.StopPart> of =
        compiled.stops().stream().filter(p -> p.id().equals(stop)).findFirst();
    if (of.isEmpty()) {
      return Optional.empty();
    }
    List<TimedWord> words =
        compiled.words().stream().filter(w -> of.get().plays(w.startMs())).toList();
    String asked = plain(word);
    return Optional.of(
        IntStream.range(0, words.size())
            .filter(i -> plain(words.get(i).text()).equals(asked))
            .boxed()
            .min(Comparator.comparing(i -> Math.abs(i - from)))
            .map(i -> words.get(i).startMs())
            .orElse(of.get().startMs()));
  }

  private static String plain(String word) {
    return word.toLowerCase(Locale.ROOT).replaceAll("^[^\\p{L}\\p{N}]+|[^\\p{L}\\p{N}]+$", "");
  }

  /**
   * The captions for players of any make.
   *
   * @param language nothing for the spoken one
   */
  public List<Cue> cues(UUID score, Optional<String> language) {
    PlaybackScore read = read(score);
    if (language.isEmpty() || language.get().equals(read.language())) {
      return read.spokenCues(notChecked());
    }
    return read.tracks().stream()
        .filter(t -> t.language().equals(language.get()))
        .findFirst()
        .map(t -> t.written(notChecked()))
        .orElseThrow(Problem::notFound);
  }

  private String notChecked() {
    return messages.getMessage("captions.not.checked", null, Locale.ENGLISH);
  }

  /** What is seen, as WebVTT descriptions: as it was told, or else as it is computed. */
  public String descriptions(UUID score) {
    PlaybackScore read =
        stored.read(body(score), PlaybackScore.class); // What is covered is not told.
    Map<UUID, PageView> pages =
        handouts.pages(
            read.pages().stream().map(PlaybackScore.ShownPage::id).collect(Collectors.toSet()));
    List<Cue> computed =
        Descriptions.of(
            read,
            page ->
                pages.containsKey(page)
                    ? told("shown", pages.get(page).label())
                    : told("window", ""),
            mark ->
                told(
                    mark.kind(),
                    mark.words().isEmpty() && mark.number() > 0
                        ? Integer.toString(mark.number())
                        : mark.words().replace('\n', ' ')));
    Score s = scores.findById(score).orElseThrow(Problem::notFound);
    return WebVtt.write(captioned.described(s.walkthroughId(), s.order(), read, computed));
  }

  private String told(String what, String words) {
    return messages.getMessage(
        "describe." + what,
        new Object[] {words.strip().replaceAll("[.,;:]+$", "")},
        Locale.ENGLISH);
  }

  /** The stops as WebVTT chapters. */
  public String chapters(UUID score) {
    return WebVtt.write(
        read(score).stops().stream()
            .map(s -> new Cue(s.startMs(), s.endMs(), List.of(s.number() + " " + s.title())))
            .toList());
  }

  /** With its captions as they are now. */
  private PlaybackScore read(UUID score) {
    Score s = scores.findById(score).orElseThrow(Problem::notFound);
    return captioned.on(s.walkthroughId(), s.order(), compiled(score));
  }

  /** Sound in one of the two kinds, webm or mp4. */
  public Resource soundOf(UUID score, String kind) {
    return scores
        .findById(score)
        .flatMap(s -> store.find(s.sound() + "." + kind))
        .orElseThrow(Problem::notFound);
  }

  /** Whether a score shows moving pictures of a file. */
  boolean shows(UUID score, UUID file) {
    return compiled(score).pictures().stream().anyMatch(p -> p.file().equals(file));
  }

  /** The pages that a score shows. */
  public Set<UUID> pages(UUID score) {
    return scores.findById(score).map(Score::pages).orElseThrow(Problem::notFound);
  }

  /** Walkthroughs whose current score shows a page. */
  public List<UUID> showing(UUID page) {
    return scores.walkthroughsShowing(page);
  }

  public Optional<UUID> walkthroughOf(UUID score) {
    return scores.findById(score).map(Score::walkthroughId);
  }

  @Override
  @Transactional(readOnly = true)
  public boolean usesAny(Collection<UUID> pages) {
    return scores.isShown(pages);
  }
}
