package school.kerygma.app.talk.scripts;

import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Begins a walkthrough that answers something: one stop, with what is to be seen and the question.
 */
@Service
@Transactional
public class AnswerTalk {

  private final Scripts scripts;

  AnswerTalk(Scripts scripts) {
    this.scripts = scripts;
  }

  /**
   * A walkthrough and its one stop.
   *
   * @param stop to be said at the lectern
   */
  public record Begun(UUID walkthrough, UUID stop) {}

  /**
   * Begins it.
   *
   * @param question what is answered: it names the walkthrough and its stop
   * @param about a stop whose page is shown; nothing if there is none
   * @param words to say; may be empty
   */
  public Begun begin(UUID owner, String question, Optional<UUID> about, String words) {
    String title = Scripts.shortTitle(question);
    UUID walkthrough = scripts.write(owner, title);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    about
        .map(scripts::get)
        .flatMap(StopView::sight)
        .ifPresent(sight -> scripts.reframe(stop, sight));
    scripts.say(stop, scripts.get(stop).version(), title, words);
    return new Begun(walkthrough, stop);
  }
}
