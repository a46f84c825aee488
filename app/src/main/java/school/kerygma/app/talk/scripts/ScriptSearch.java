package school.kerygma.app.talk.scripts;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.frame.Excerpt;

/** Finds words and pages in all scripts of a teacher. */
@Service
@Transactional(readOnly = true)
public class ScriptSearch {

  /**
   * A stop that says what was asked for.
   *
   * @param number from 1
   * @param draft whether it is said and not written: nobody has read it
   */
  public record Answer(
      UUID walkthrough, String title, UUID stop, int number, Excerpt excerpt, boolean draft) {}

  private final Scripts scripts;
  private final Walkthrough.StopRepository stops;
  private final Handouts handouts;

  ScriptSearch(Scripts scripts, Walkthrough.StopRepository stops, Handouts handouts) {
    this.scripts = scripts;
    this.stops = stops;
    this.handouts = handouts;
  }

  /**
   * Where some words stand in a teacher's scripts, or are said and not written: the best first, at
   * most 50.
   */
  @Transactional(readOnly = true)
  public List<Answer> asked(UUID teacher, String words) {
    if (words.isBlank()) {
      return List.of();
    }
    Map<UUID, Integer> numbers = new HashMap<>();
    stopsOfTeacher(teacher)
        .values()
        .forEach(all -> all.forEach(s -> numbers.put(s.id(), s.number())));
    return stops.asked(teacher, words).stream()
        .map(
            r ->
                new Answer(
                    (UUID) r[1],
                    (String) r[2],
                    (UUID) r[0],
                    numbers.getOrDefault((UUID) r[0], 1),
                    Excerpt.of((String) r[3]),
                    (Boolean) r[4]))
        .toList();
  }

  /** All stops of a teacher's walkthroughs, walkthrough by walkthrough. */
  @Transactional(readOnly = true)
  public Map<Scripts.Head, List<StopView>> stopsOfTeacher(UUID teacher) {
    List<Scripts.Head> heads = scripts.ofTeacher(teacher);
    List<UUID> ids = heads.stream().map(Scripts.Head::id).toList();
    List<StopView> all =
        ids.isEmpty()
            ? List.of()
            : stops.ofWalkthroughs(ids).stream().map(s -> scripts.view(s, Map.of())).toList();
    Map<Scripts.Head, List<StopView>> stopsOf = new LinkedHashMap<>();
    heads.forEach(
        h -> stopsOf.put(h, all.stream().filter(s -> s.walkthrough().equals(h.id())).toList()));
    return stopsOf;
  }

  /**
   * The pages that can be shown: those of the newest editions, and those that stops show already.
   */
  @Transactional(readOnly = true)
  public List<PageView> pagesFor(UUID teacher, Collection<StopView> of) {
    Map<UUID, PageView> pages = new LinkedHashMap<>();
    handouts.pagesOfTeacher(teacher).forEach(p -> pages.put(p.id(), p));
    Set<UUID> shown = new HashSet<>();
    of.forEach(s -> s.sight().ifPresent(sight -> shown.add(sight.pageId())));
    shown.removeAll(pages.keySet());
    pages.putAll(handouts.pages(shown));
    return List.copyOf(pages.values());
  }

  /** A teacher's stops that show one of some pages. */
  @Transactional(readOnly = true)
  public Map<Scripts.Head, List<StopView>> showing(UUID teacher, Collection<UUID> of) {
    Map<Scripts.Head, List<StopView>> showing = new LinkedHashMap<>();
    stopsOfTeacher(teacher)
        .forEach(
            (head, all) -> {
              List<StopView> own =
                  all.stream()
                      .filter(s -> s.sight().filter(v -> of.contains(v.pageId())).isPresent())
                      .toList();
              if (!own.isEmpty()) {
                showing.put(head, own);
              }
            });
    return showing;
  }
}
