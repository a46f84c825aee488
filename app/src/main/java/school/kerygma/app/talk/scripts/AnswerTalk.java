package school.kerygma.app.talk.scripts;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.papers.PagesRead;

/**
 * Begins a walkthrough that answers something: one stop, with what is to be seen and the question.
 */
@Service
@Transactional
public class AnswerTalk {

  private final Scripts scripts;
  private final JdbcClient sql;

  AnswerTalk(Scripts scripts, JdbcClient sql) {
    this.scripts = scripts;
    this.sql = sql;
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

  /**
   * Begins one on a paper that has just been taken in: its stop shows the first page as soon as the
   * pages are read.
   */
  public Begun beginOn(UUID owner, String title, UUID handout) {
    Begun begun = begin(owner, title, Optional.empty(), "");
    sql.sql("insert into answer_awaits (stop_id, handout_id) values (?, ?)")
        .params(begun.stop(), handout)
        .update();
    return begun;
  }

  /** A stop for which the teacher has chosen another page meanwhile keeps it. */
  @EventListener
  void on(PagesRead read) {
    List<UUID> waiting =
        sql.sql("delete from answer_awaits where handout_id = ? returning stop_id")
            .param(read.handout())
            .query(UUID.class)
            .list();
    for (UUID stop : waiting) {
      if (scripts.get(stop).sight().isEmpty()) {
        scripts.showWhole(stop, read.firstPage());
      }
    }
  }
}
