package school.kerygma.app.talk.lectern;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;

/** What teachers noted while recording, until they say that it is put right. */
@Service
@Transactional
public class Jottings {

  /**
   * A jotting that is open.
   *
   * @param atMs on the recording's clock
   * @param page that lay on the desk
   * @param words a few, or none
   */
  public record View(
      UUID id,
      UUID walkthrough,
      UUID stop,
      UUID recording,
      long atMs,
      Optional<UUID> page,
      String words) {}

  private final Jotting.Repository jottings;

  Jottings(Jotting.Repository jottings) {
    this.jottings = jottings;
  }

  /** Those of walkthroughs that are not put right. */
  @Transactional(readOnly = true)
  public List<View> open(Collection<UUID> walkthroughs) {
    return walkthroughs.isEmpty()
        ? List.of()
        : jottings.open(walkthroughs).stream().map(Jotting::view).toList();
  }

  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID jotting) {
    return jottings.findById(jotting).map(Jotting::walkthroughId).orElseThrow(Problem::notFound);
  }

  /** It is put right. */
  public void done(UUID jotting) {
    jottings.findById(jotting).orElseThrow(Problem::notFound).done();
  }
}
