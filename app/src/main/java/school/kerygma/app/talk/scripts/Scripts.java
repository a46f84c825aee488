package school.kerygma.app.talk.scripts;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
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

  static final int MAX_SCRIPT = 20_000;

  private static final int MAX_TITLE = 120;
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
    stops.save(new Walkthrough.StopEntity(id, 1));
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

  /** Says in which language a walkthrough is spoken. */
  public void speak(UUID walkthrough, String language) {
    if (!Languages.has(language)) {
      throw Problem.refused("language");
    }
    walkthroughs.findById(walkthrough).orElseThrow(Problem::notFound).speak(language);
    changed(walkthrough);
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

  /** Shows all of a page. */
  void showWhole(UUID stop, UUID page) {
    PageView shown =
        Optional.ofNullable(handouts.pages(Set.of(page)).get(page)).orElseThrow(Problem::notFound);
    reframe(stop, new Sight(page, shown.box()));
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

  Walkthrough.StopEntity entity(UUID stop) {
    return stops.findById(stop).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID stop) {
    return entity(stop).walkthroughId();
  }

  StopView get(UUID stop) {
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

  StopView view(Walkthrough.StopEntity s, Map<UUID, Long> recorded) {
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
        s.onlyDraft(),
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

  void changed(UUID walkthrough) {
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
  public Map<UUID, String> titlesOf(Collection<UUID> ids) {
    return ids.isEmpty()
        ? Map.of()
        : walkthroughs.findAllById(ids).stream()
            .collect(Collectors.toMap(Walkthrough::id, Walkthrough::title));
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
