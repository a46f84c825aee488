package school.kerygma.app.talk.scripts;

import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;

/** Changes the words of stops to what was said in them, and keeps what a teacher has read of it. */
@Service
@Transactional
public class WordsAsSaid {

  private final Scripts scripts;
  private final Walkthrough.StopRepository stops;

  WordsAsSaid(Scripts scripts, Walkthrough.StopRepository stops) {
    this.scripts = scripts;
    this.stops = stops;
  }

  /** A stop was recorded anew: whether its words were said is not known any more. */
  public void saidAgain(UUID stop) {
    scripts.entity(stop).saidAgain();
  }

  /** Changes only the words, to what was said. */
  public void reword(UUID stop, String script) {
    Walkthrough.StopEntity s = scripts.entity(stop);
    s.say(s.title(), script.strip());
    s.checked();
    scripts.changed(s.walkthroughId());
  }

  /** Changes the words where they were retyped in captions: who did it has read them there. */
  public void retyped(UUID stop, String script) {
    Walkthrough.StopEntity s = scripts.entity(stop);
    if (script.length() > Scripts.MAX_SCRIPT) {
      throw Problem.refused("script-too-long", Scripts.MAX_SCRIPT);
    }
    if (!s.script().equals(script)) {
      s.retyped(script);
      scripts.changed(s.walkthroughId());
    }
  }

  /** Notes what is said in a stop and not written, as it was understood. */
  public void draft(UUID stop, String understood) {
    stops.findById(stop).ifPresent(s -> s.draft(understood));
  }

  /** The teacher has read the captions of a stop. */
  public void captionsReadOf(UUID stop) {
    scripts.entity(stop).captionsRead();
  }

  /** The teacher has read the captions of a walkthrough. */
  public void captionsRead(UUID walkthrough) {
    stops.ofWalkthrough(walkthrough).forEach(Walkthrough.StopEntity::captionsRead);
  }

  /** The words of a stop are what was said. */
  void checked(UUID stop) {
    Walkthrough.StopEntity s = scripts.entity(stop);
    s.checked();
    scripts.changed(s.walkthroughId());
  }
}
