package school.kerygma.app.talk.scripts;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.walkthrough.Sight;

/** Adds stops to a script, divides and joins them, and puts them in another order. */
@Service
@Transactional
public class StopOrder {

  private static final int MAX_STOPS = 60;

  private final Scripts scripts;
  private final Walkthrough.StopRepository stops;

  StopOrder(Scripts scripts, Walkthrough.StopRepository stops) {
    this.scripts = scripts;
    this.stops = stops;
  }

  /**
   * Adds a stop.
   *
   * @param at how many stops stand before it
   */
  public UUID addStop(UUID walkthrough, int at) {
    List<Walkthrough.StopEntity> all = stops.ofWalkthrough(walkthrough);
    if (all.size() >= MAX_STOPS) {
      throw Problem.refused("too-many-stops", MAX_STOPS);
    }
    int place = Math.clamp(at, 0, all.size());
    all.subList(place, all.size()).forEach(s -> s.moveTo(s.position() + 1));
    Walkthrough.StopEntity stop = new Walkthrough.StopEntity(walkthrough, place + 1);
    // A new stop shows what the one before it shows: most stops stay on the page.
    if (place > 0 && all.get(place - 1).sight() instanceof Sight before) {
      stop.show(before);
    }
    return stops.save(stop).id();
  }

  /**
   * Divides a stop: what is said from a word on is said in a new stop after it.
   *
   * @param first the words that stay
   * @param second the words of the new stop
   * @param sight what the new stop shows
   */
  public UUID divide(UUID stop, String first, String second, Sight sight) {
    Walkthrough.StopEntity s = scripts.entity(stop);
    UUID next = addStop(s.walkthroughId(), s.position());
    Walkthrough.StopEntity added = scripts.entity(next);
    added.show(sight);
    added.retyped(second);
    s.retyped(first);
    added.tasks().addAll(s.tasks());
    stops.flush();
    scripts.changed(s.walkthroughId());
    return next;
  }

  /** The stop after another, if there is one. */
  @Transactional(readOnly = true)
  public Optional<UUID> next(UUID stop) {
    Walkthrough.StopEntity s = scripts.entity(stop);
    return stops.ofWalkthrough(s.walkthroughId()).stream()
        .filter(n -> n.position() > s.position())
        .map(Walkthrough.StopEntity::id)
        .findFirst();
  }

  /** Joins a stop to the one before it: its words and ties go there, and it is seen no more. */
  public void join(UUID stop, UUID to) {
    Walkthrough.StopEntity gone = scripts.entity(stop);
    Walkthrough.StopEntity kept = scripts.entity(to);
    kept.retyped((kept.script() + "\n" + gone.script()).strip());
    kept.tasks().addAll(gone.tasks());
    gone.join(to);
    renumber(gone.walkthroughId());
  }

  /**
   * Brings a stop back that was joined to another: it comes after it.
   *
   * @param words those of the other, as they were before
   * @param ties those of the other, as they were before
   */
  public void unjoin(UUID stop, String words, Set<UUID> ties) {
    Walkthrough.StopEntity back = scripts.entity(stop);
    Walkthrough.StopEntity before =
        scripts.entity(Optional.ofNullable(back.joinedTo()).orElseThrow(Problem::notFound));
    before.retyped(words);
    before.tasks().retainAll(ties);
    back.join(null);
    List<Walkthrough.StopEntity> all = stops.ofWalkthrough(back.walkthroughId());
    all.stream()
        .filter(s -> s.position() > before.position() && !s.equals(back))
        .forEach(s -> s.moveTo(s.position() + 1));
    back.moveTo(before.position() + 1);
    renumber(back.walkthroughId());
  }

  private void renumber(UUID walkthrough) {
    stops.flush();
    int position = 1;
    for (Walkthrough.StopEntity s : stops.ofWalkthrough(walkthrough)) {
      s.moveTo(position++);
    }
    scripts.changed(walkthrough);
  }

  /** What stops show that were joined to others. */
  @Transactional(readOnly = true)
  public Map<UUID, Sight> joined(UUID walkthrough) {
    Map<UUID, Sight> sights = new HashMap<>();
    stops
        .joined(walkthrough)
        .forEach(s -> Optional.ofNullable(s.sight()).ifPresent(v -> sights.put(s.id(), v)));
    return sights;
  }

  public void removeStop(UUID stop) {
    Walkthrough.StopEntity gone = scripts.entity(stop);
    List<Walkthrough.StopEntity> all = stops.ofWalkthrough(gone.walkthroughId());
    if (all.size() == 1) {
      throw Problem.refused("last-stop");
    }
    stops.delete(gone);
    renumber(gone.walkthroughId());
  }

  /** Moves a stop by so many places; at the ends it stays. */
  public void moveStop(UUID stop, int by) {
    Walkthrough.StopEntity moved = scripts.entity(stop);
    List<Walkthrough.StopEntity> all =
        new java.util.ArrayList<>(stops.ofWalkthrough(moved.walkthroughId()));
    int from = all.indexOf(moved);
    all.add(Math.clamp(from + by, 0, all.size() - 1), all.remove(from));
    for (int i = 0; i < all.size(); i++) {
      all.get(i).moveTo(i + 1);
    }
    scripts.changed(moved.walkthroughId());
  }
}
