package school.kerygma.app.talk.scripts;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.MessageSource;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageUse;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.plan.planning.TaskUse;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Excerpt;
import school.kerygma.core.There;
import school.kerygma.core.handout.Box;
import school.kerygma.core.text.Languages;
import school.kerygma.core.text.SpeakingTime;
import school.kerygma.core.text.Words;
import school.kerygma.core.walkthrough.Sight;

/** Writes scripts: walkthroughs, their stops, what is shown and what is said. */
@Service
@Transactional
public class Scripts implements Keeps, TaskUse, PageUse {

  /**
   * A walkthrough in a list, or as the head of its pages.
   *
   * @param language in which it is spoken, as BCP 47 writes it
   * @param sample whether it came with the application, and is none of the teacher's own work
   */
  public record Head(
      UUID id,
      UUID owner,
      String title,
      String language,
      boolean sample,
      int stops,
      int recorded,
      long plannedMs,
      long recordedMs) {

    public boolean complete() {
      return stops > 0 && recorded == stops;
    }
  }

  private static final int MAX_SCRIPT = 20_000;
  private static final int MAX_TITLE = 120;
  private static final int MAX_STOPS = 60;

  private final Walkthrough.Repository walkthroughs;
  private final Walkthrough.StopRepository stops;
  private final RecordedLengths recorded;
  private final Handouts handouts;
  private final Tasks tasks;
  private final MessageSource messages;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Scripts(
      Walkthrough.Repository walkthroughs,
      Walkthrough.StopRepository stops,
      RecordedLengths recorded,
      Handouts handouts,
      Tasks tasks,
      MessageSource messages,
      ApplicationEventPublisher events,
      Clock clock) {
    this.walkthroughs = walkthroughs;
    this.stops = stops;
    this.recorded = recorded;
    this.handouts = handouts;
    this.tasks = tasks;
    this.messages = messages;
    this.events = events;
    this.clock = clock;
  }

  /** A new walkthrough with one empty stop. */
  public UUID write(UUID owner, String title) {
    UUID id = walkthroughs.save(new Walkthrough(owner, title(title), clock.instant())).id();
    addStop(id, 0);
    return id;
  }

  /** A sample, which counts for nothing that a teacher has done. */
  public UUID writeSample(UUID owner, String title) {
    UUID id = write(owner, title);
    walkthroughs.findById(id).orElseThrow().sample();
    return id;
  }

  /**
   * Copies a walkthrough: a draft that is posted nowhere.
   *
   * @param owner of the copy
   * @param tasks that its stops explain instead; of others they explain none
   */
  public WalkthroughCopied copy(UUID walkthrough, UUID owner, Map<UUID, UUID> tasks) {
    Walkthrough from = walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound);
    Walkthrough to = new Walkthrough(owner, from.title(), clock.instant());
    to.speak(from.language());
    UUID id = walkthroughs.save(to).id();
    Map<UUID, UUID> ids = new HashMap<>();
    List<Walkthrough.StopEntity> all = new ArrayList<>(stops.ofWalkthrough(walkthrough));
    all.addAll(stops.joined(walkthrough));
    for (Walkthrough.StopEntity stop : all) {
      ids.put(stop.id(), stops.save(stop.copy(id, tasks)).id());
    }
    for (Walkthrough.StopEntity stop : all) {
      if (stop.joinedTo() != null) {
        entity(There.in(ids, stop.id())).join(ids.get(stop.joinedTo()));
      }
    }
    stops.flush();
    WalkthroughCopied copied = new WalkthroughCopied(walkthrough, id, Map.copyOf(ids));
    events.publishEvent(copied);
    return copied;
  }

  private static String title(String title) {
    String name = title.strip();
    if (name.isEmpty() || name.length() > 200) {
      throw Problem.refused("name");
    }
    return name;
  }

  public void rename(UUID walkthrough, String title) {
    walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound).rename(title(title));
    changed(walkthrough);
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
    Walkthrough.StopEntity s = entity(stop);
    UUID next = addStop(s.walkthroughId(), s.position());
    Walkthrough.StopEntity added = entity(next);
    added.show(sight);
    added.retyped(second);
    s.retyped(first);
    added.tasks().addAll(s.tasks());
    stops.flush();
    changed(s.walkthroughId());
    return next;
  }

  /** The stop after another, if there is one. */
  @Transactional(readOnly = true)
  public Optional<UUID> next(UUID stop) {
    Walkthrough.StopEntity s = entity(stop);
    return stops.ofWalkthrough(s.walkthroughId()).stream()
        .filter(n -> n.position() > s.position())
        .map(Walkthrough.StopEntity::id)
        .findFirst();
  }

  /** Joins a stop to the one before it: its words and ties go there, and it is seen no more. */
  public void join(UUID stop, UUID to) {
    Walkthrough.StopEntity gone = entity(stop);
    Walkthrough.StopEntity kept = entity(to);
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
    Walkthrough.StopEntity back = entity(stop);
    Walkthrough.StopEntity before =
        entity(Optional.ofNullable(back.joinedTo()).orElseThrow(Problem::notFound));
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
    changed(walkthrough);
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
    Walkthrough.StopEntity gone = entity(stop);
    List<Walkthrough.StopEntity> all = stops.ofWalkthrough(gone.walkthroughId());
    if (all.size() == 1) {
      throw Problem.refused("last-stop");
    }
    stops.delete(gone);
    renumber(gone.walkthroughId());
  }

  /** Moves a stop by so many places; at the ends it stays. */
  public void moveStop(UUID stop, int by) {
    Walkthrough.StopEntity moved = entity(stop);
    List<Walkthrough.StopEntity> all =
        new java.util.ArrayList<>(stops.ofWalkthrough(moved.walkthroughId()));
    int from = all.indexOf(moved);
    all.add(Math.clamp(from + by, 0, all.size() - 1), all.remove(from));
    for (int i = 0; i < all.size(); i++) {
      all.get(i).moveTo(i + 1);
    }
    changed(moved.walkthroughId());
  }

  /**
   * Changes what is said.
   *
   * @param version the version that was changed; another one means that somebody else was faster
   */
  public StopView say(UUID stop, int version, String title, String script) {
    Walkthrough.StopEntity s = entity(stop);
    if (s.version() != version) {
      throw new ObjectOptimisticLockingFailureException(Walkthrough.StopEntity.class, stop);
    }
    if (script.length() > MAX_SCRIPT || title.length() > MAX_TITLE) {
      throw Problem.refused("script-too-long", MAX_SCRIPT);
    }
    s.say(title.strip(), script.strip());
    stops.flush();
    changed(s.walkthroughId());
    return get(stop);
  }

  /** A title that is not too long for a stop. */
  public static String shortTitle(String title) {
    return title.strip().substring(0, Math.min(MAX_TITLE, title.strip().length())).strip();
  }

  /** Gives a stop another title. */
  public void entitle(UUID stop, String title) {
    Walkthrough.StopEntity s = entity(stop);
    s.entitle(shortTitle(title));
    changed(s.walkthroughId());
  }

  /** A stop was recorded anew: whether its words were said is not known any more. */
  public void saidAgain(UUID stop) {
    entity(stop).saidAgain();
  }

  /** Changes only the words, to what was said. */
  public void reword(UUID stop, String script) {
    Walkthrough.StopEntity s = entity(stop);
    s.say(s.title(), script.strip());
    s.checked();
    changed(s.walkthroughId());
  }

  /** Changes the words where they were retyped in captions: who did it has read them there. */
  public void retyped(UUID stop, String script) {
    Walkthrough.StopEntity s = entity(stop);
    if (script.length() > MAX_SCRIPT) {
      throw Problem.refused("script-too-long", MAX_SCRIPT);
    }
    if (!s.script().equals(script)) {
      s.retyped(script);
      changed(s.walkthroughId());
    }
  }

  /** Notes what is said in a stop and not written, as it was understood. */
  public void draft(UUID stop, String understood) {
    stops.findById(stop).ifPresent(s -> s.draft(understood));
  }

  /** Says in which language a walkthrough is spoken. */
  public void speak(UUID walkthrough, String language) {
    if (!Languages.has(language)) {
      throw Problem.refused("language");
    }
    walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound).speak(language);
    changed(walkthrough);
  }

  /** The teacher has read the captions of a stop. */
  public void captionsReadOf(UUID stop) {
    entity(stop).captionsRead();
  }

  /** The teacher has read the captions of a walkthrough. */
  public void captionsRead(UUID walkthrough) {
    stops.ofWalkthrough(walkthrough).forEach(Walkthrough.StopEntity::captionsRead);
  }

  /** The words of a stop are what was said. */
  void checked(UUID stop) {
    Walkthrough.StopEntity s = entity(stop);
    s.checked();
    changed(s.walkthroughId());
  }

  /** Divides a walkthrough into parts, which begin with some of its stops; none make it whole. */
  public void divide(UUID walkthrough, Set<UUID> begin) {
    stopsOf(walkthrough).forEach(s -> entity(s.id()).beginsPart(begin.contains(s.id())));
    changed(walkthrough);
  }

  /** Changes what is shown; the frame snaps to the lines of the page. */
  public StopView show(UUID stop, UUID page, Box drawn) {
    Walkthrough.StopEntity s = entity(stop);
    PageView shown =
        Optional.ofNullable(handouts.pages(Set.of(page)).get(page)).orElseThrow(Problem::notFound);
    s.show(new Sight(page, handouts.targets(page).frame(drawn, shown.box())));
    stops.flush();
    changed(s.walkthroughId());
    return get(stop);
  }

  /** Shows the same words on another page. */
  void reframe(UUID stop, Sight sight) {
    Walkthrough.StopEntity s = entity(stop);
    s.show(sight);
    changed(s.walkthroughId());
  }

  /** Ties a stop to the tasks that it explains; only tasks of the walkthrough's owner count. */
  public StopView tie(UUID stop, Set<UUID> to) {
    Walkthrough.StopEntity s = entity(stop);
    UUID owner = walkthroughs.findById(s.walkthroughId()).orElseThrow().ownerId();
    Set<UUID> own = new HashSet<>();
    tasks.among(to).stream().filter(t -> t.owner().equals(owner)).forEach(t -> own.add(t.id()));
    s.tasks().retainAll(own);
    s.tasks().addAll(own);
    stops.flush();
    return get(stop);
  }

  /**
   * Lets another stop explain a task than the first that did. Other stops that explain it too stay
   * as they are; a stop that is chosen once more changes nothing.
   *
   * @param stop nothing if the first explains it no more
   */
  public void explain(UUID owner, UUID task, Optional<UUID> stop) {
    if (stop.map(s -> ownerOf(walkthroughOf(s)))
        .filter(o -> !o.equals(Optional.of(owner)))
        .isPresent()) {
      throw Problem.notFound();
    }
    List<Walkthrough.StopEntity> own =
        stops.explaining(Set.of(task)).stream()
            .filter(s -> ownerOf(s.walkthroughId()).equals(Optional.of(owner)))
            .toList();
    if (own.stream().anyMatch(s -> stop.equals(Optional.of(s.id())))) {
      return;
    }
    own.stream().findFirst().ifPresent(s -> s.tasks().remove(task));
    stop.ifPresent(s -> entity(s).tasks().add(task));
  }

  /**
   * A stop that says what was asked for.
   *
   * @param number from 1
   * @param draft whether it is said and not written: nobody has read it
   */
  public record Answer(
      UUID walkthrough, String title, UUID stop, int number, Excerpt excerpt, boolean draft) {}

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
  public Map<Head, List<StopView>> stopsOfTeacher(UUID teacher) {
    List<Head> heads = ofTeacher(teacher);
    List<UUID> ids = heads.stream().map(Head::id).toList();
    List<StopView> all =
        ids.isEmpty()
            ? List.of()
            : stops.ofWalkthroughs(ids).stream().map(s -> view(s, Map.of())).toList();
    Map<Head, List<StopView>> stopsOf = new LinkedHashMap<>();
    heads.forEach(
        h -> stopsOf.put(h, all.stream().filter(s -> s.walkthrough().equals(h.id())).toList()));
    return stopsOf;
  }

  private Walkthrough.StopEntity entity(UUID stop) {
    return stops.findById(stop).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID stop) {
    return entity(stop).walkthroughId();
  }

  private StopView get(UUID stop) {
    return stopsOf(walkthroughOf(stop)).stream()
        .filter(s -> s.id().equals(stop))
        .findFirst()
        .orElseThrow();
  }

  @Transactional(readOnly = true)
  public List<StopView> stopsOf(UUID walkthrough) {
    Map<UUID, Long> lengths = recorded.ofWalkthroughs(Set.of(walkthrough));
    return stops.ofWalkthrough(walkthrough).stream().map(s -> view(s, lengths)).toList();
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
  public Map<Head, List<StopView>> showing(UUID teacher, Collection<UUID> of) {
    Map<Head, List<StopView>> showing = new LinkedHashMap<>();
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

  /** The stops that explain tasks. */
  @Transactional(readOnly = true)
  public List<StopView> explaining(Collection<UUID> taskIds) {
    return taskIds.isEmpty()
        ? List.of()
        : stops.explaining(taskIds).stream().map(s -> view(s, Map.of())).toList();
  }

  /** Some stops, in no order. */
  @Transactional(readOnly = true)
  public List<StopView> among(Collection<UUID> ids) {
    return ids.isEmpty()
        ? List.of()
        : stops.findAllById(ids).stream().map(s -> view(s, Map.of())).toList();
  }

  private StopView view(Walkthrough.StopEntity s, Map<UUID, Long> recorded) {
    return new StopView(
        s.id(),
        s.walkthroughId(),
        s.position(),
        s.version(),
        s.title().isEmpty() ? opening(s.script()) : s.title(),
        s.script(),
        Optional.ofNullable(s.sight()),
        Set.copyOf(s.tasks()),
        s.isSaidAgain(),
        s.areCaptionsRead(),
        s.isDraftOnly(),
        SpeakingTime.ofMs(s.script()),
        recorded.getOrDefault(s.id(), 0L),
        s.beginsPart());
  }

  /** A stop without a name is called by its first words. */
  private String opening(String script) {
    List<String> words = Words.of(script);
    return words.isEmpty()
        ? messages.getMessage("stop.new", null, Locale.ENGLISH)
        : String.join(" ", words.subList(0, Math.min(4, words.size()))).replaceAll("[.,;:!?]$", "");
  }

  private void changed(UUID walkthrough) {
    events.publishEvent(new ScriptChanged(walkthrough));
  }

  @Transactional(readOnly = true)
  public Head head(UUID walkthrough) {
    Walkthrough w = walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound);
    return heads(List.of(w)).getFirst();
  }

  @Transactional(readOnly = true)
  public List<Head> ofTeacher(UUID teacher) {
    return heads(walkthroughs.ofOwner(teacher));
  }

  @Transactional(readOnly = true)
  public Map<UUID, Head> heads(Collection<UUID> ids) {
    Map<UUID, Head> heads = new HashMap<>();
    heads(walkthroughs.findAllById(ids)).forEach(h -> heads.put(h.id(), h));
    return heads;
  }

  private List<Head> heads(List<Walkthrough> all) {
    List<UUID> ids = all.stream().map(Walkthrough::id).toList();
    if (ids.isEmpty()) {
      return List.of();
    }
    Map<UUID, Long> lengths = recorded.ofWalkthroughs(ids);
    List<Walkthrough.StopEntity> allStops = stops.ofWalkthroughs(ids);
    return all.stream()
        .map(
            w -> {
              var own = allStops.stream().filter(s -> s.walkthroughId().equals(w.id())).toList();
              return new Head(
                  w.id(),
                  w.ownerId(),
                  w.title(),
                  w.language(),
                  w.isSample(),
                  own.size(),
                  (int) own.stream().filter(s -> lengths.containsKey(s.id())).count(),
                  own.stream().mapToLong(s -> SpeakingTime.ofMs(s.script())).sum(),
                  own.stream().mapToLong(s -> lengths.getOrDefault(s.id(), 0L)).sum());
            })
        .toList();
  }

  @Transactional(readOnly = true)
  public String titleOf(UUID walkthrough) {
    return walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound).title();
  }

  @Transactional(readOnly = true)
  public Optional<UUID> ownerOf(UUID walkthrough) {
    return walkthroughs.findById(walkthrough).map(Walkthrough::ownerId);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("walkthrough", "owner_id"));
  }

  @Override
  @Transactional(readOnly = true)
  public boolean uses(UUID task) {
    return stops.isTied(task);
  }

  @Override
  @Transactional(readOnly = true)
  public boolean usesAny(Collection<UUID> pages) {
    return stops.isShown(pages);
  }
}
