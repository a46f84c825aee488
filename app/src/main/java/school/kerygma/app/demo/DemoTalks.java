package school.kerygma.app.demo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.checks.Checks;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.scores.CaptionFiles;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.There;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.captions.WebVtt;
import school.kerygma.core.handout.Box;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Writes and records the walkthroughs that ship with the application. */
@Component
class DemoTalks {

  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final StopOrder stopOrder;
  private final Checks checks;
  private final Handouts handouts;
  private final DemoRecorder recorder;
  private final Scores scores;
  private final CaptionFiles captions;
  private final StoredJson stored;

  DemoTalks(
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      StopOrder stopOrder,
      Checks checks,
      Handouts handouts,
      DemoRecorder recorder,
      Scores scores,
      CaptionFiles captions,
      StoredJson stored) {
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.stopOrder = stopOrder;
    this.checks = checks;
    this.handouts = handouts;
    this.recorder = recorder;
    this.scores = scores;
    this.captions = captions;
    this.stored = stored;
  }

  /**
   * Writes a script into a walkthrough that is new.
   *
   * @param papers by their short names
   * @param tasks by their titles; a tie to one that is not there is left out
   */
  void write(
      UUID walkthrough, DemoScript script, Map<String, UUID> papers, Map<String, UUID> tasks) {
    for (int i = scripts.stopsOf(walkthrough).size(); i < script.stops().size(); i++) {
      stopOrder.addStop(walkthrough, i);
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < stops.size(); i++) {
      DemoScript.DemoStop demo = script.stops().get(i);
      StopView stop = stops.get(i);
      PageView page = page(demo, papers);
      scripts.say(stop.id(), stop.version(), demo.title(), demo.say());
      scripts.show(
          stop.id(),
          page.id(),
          Box.between(0, demo.top() * page.height(), page.width(), demo.bottom() * page.height()));
      Set<UUID> ties = new HashSet<>();
      demo.ties().stream().filter(tasks::containsKey).forEach(t -> ties.add(tasks.get(t)));
      scripts.tie(stop.id(), ties);
      checks.write(stop.id(), demo.checks());
    }
  }

  /** Whoever wrote them has read them. */
  void captionsRead(UUID walkthrough) {
    wordsAsSaid.captionsRead(walkthrough);
  }

  /** Adds the captions in Spanish, each sentence while it is said. */
  void translate(UUID walkthrough, DemoScript script) {
    PlaybackScore score =
        stored.read(
            scores.body(scores.current(walkthrough).orElseThrow().id()), PlaybackScore.class);
    List<TimedSentence> spanish = new ArrayList<>();
    for (PlaybackScore.StopPart stop : score.stops()) {
      DemoScript.DemoStop demo = script.stops().get(stop.number() - 1);
      List<TimedWord> words = score.words().stream().filter(w -> stop.plays(w.startMs())).toList();
      List<String> said = Sentences.of(demo.say());
      List<String> written = Sentences.of(demo.spanish());
      int at = 0;
      for (int i = 0; i < Math.min(said.size(), written.size()); i++) {
        int next = at + WordMatch.words(said.get(i)).size();
        if (next <= words.size()) {
          Span span = Span.of(words.get(at).startMs(), words.get(next - 1).endMs());
          spanish.add(new TimedSentence(written.get(i), span, Spans.of(span)));
        }
        at = next;
      }
    }
    if (!spanish.isEmpty()) {
      String file = WebVtt.write(CueBuilder.build(spanish, score.durationMs()));
      captions.takeIn(
          walkthrough, CaptionFiles.Says.CAPTIONS, "es", file.getBytes(StandardCharsets.UTF_8));
    }
  }

  private PageView page(DemoScript.DemoStop demo, Map<String, UUID> papers) {
    return handouts.get(There.in(papers, demo.paper())).shown().get(demo.page() - 1);
  }

  /**
   * Records a first attempt at a walkthrough and throws it away: it lies among what is put away.
   */
  void throwAway(UUID walkthrough) {
    recorder.recordInVain(walkthrough);
  }

  /** Records the stops that are not recorded yet. */
  void record(UUID walkthrough, DemoScript script, String name, Map<String, UUID> papers) {
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < stops.size(); i++) {
      if (!stops.get(i).recorded()) {
        DemoScript.DemoStop demo = script.stops().get(i);
        recorder.record(
            walkthrough, stops.get(i).id(), page(demo, papers).id(), demo, name + "-" + (i + 1));
      }
    }
  }
}
