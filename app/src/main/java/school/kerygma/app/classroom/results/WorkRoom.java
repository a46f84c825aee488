package school.kerygma.app.classroom.results;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;

/** Work that waits to be looked at, and work that was looked at and waits to be handed back. */
@Component
class WorkRoom implements EveningRoom {

  /** What was handed in before is no longer this evening's: four weeks. */
  private static final Duration LONG_AGO = Duration.ofDays(28);

  /** So long a class waits for its work to come back: common practice, a school week. */
  private static final Duration PATIENCE = Duration.ofDays(7);

  /** So much of an answer is quoted, in letters. */
  private static final int QUOTED = 80;

  private final HandIns handIns;
  private final Results results;
  private final Tasks tasks;
  private final Promises promises;
  private final Replies replies;
  private final People people;

  WorkRoom(
      HandIns handIns,
      Results results,
      Tasks tasks,
      Promises promises,
      Replies replies,
      People people) {
    this.replies = replies;
    this.promises = promises;
    this.handIns = handIns;
    this.results = results;
    this.tasks = tasks;
    this.people = people;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    Map<UUID, SectionView> byId = new HashMap<>();
    sections.forEach(s -> byId.put(s.id(), s));
    Map<UUID, Boolean> looked = results.lookedAt(byId.keySet());
    List<HandInVersion> recent = handIns.since(byId.keySet(), now.minus(LONG_AGO));
    Map<List<UUID>, List<HandInVersion>> waiting = new LinkedHashMap<>();
    Map<List<UUID>, Integer> done = new LinkedHashMap<>();
    for (HandInVersion version : recent) {
      List<UUID> key = List.of(version.task(), version.section());
      if (!looked.containsKey(version.id())) {
        waiting.computeIfAbsent(key, first -> new ArrayList<>()).add(version);
      } else if (!There.in(looked, version.id())) {
        done.merge(key, 1, Integer::sum);
      }
    }
    Map<UUID, String> titles =
        tasks.among(recent.stream().map(HandInVersion::task).collect(Collectors.toSet())).stream()
            .collect(Collectors.toMap(TaskView::id, TaskView::title));
    Map<Promises.Key, LocalDate> promised = waiting.isEmpty() ? Map.of() : promises.all(sections);
    List<Offer> offers = new ArrayList<>(answered(byId, recent, titles));
    waiting.forEach(
        (key, works) ->
            offers.add(
                look(
                    There.in(byId, key.getLast()),
                    key.getFirst(),
                    titles.getOrDefault(key.getFirst(), ""),
                    works,
                    Optional.ofNullable(
                        promised.get(new Promises.Key(key.getFirst(), key.getLast()))))));
    done.forEach(
        (key, count) ->
            offers.add(
                back(
                    There.in(byId, key.getLast()),
                    key.getFirst(),
                    titles.getOrDefault(key.getFirst(), ""),
                    count)));
    return offers;
  }

  /** What students answered to what came back, task by task. */
  private List<Offer> answered(
      Map<UUID, SectionView> byId, List<HandInVersion> recent, Map<UUID, String> titles) {
    Map<UUID, HandInVersion> versions = new HashMap<>();
    recent.forEach(v -> versions.put(v.id(), v));
    Map<List<UUID>, List<Replies.Reply>> open = new LinkedHashMap<>();
    replies.unread(versions.keySet()).stream()
        .forEach(
            r -> {
              HandInVersion of = There.in(versions, r.version());
              open.computeIfAbsent(List.of(of.task(), of.section()), first -> new ArrayList<>())
                  .add(r);
            });
    Map<UUID, People.Contact> names =
        people.contacts(
            open.values().stream()
                .flatMap(List::stream)
                .map(Replies.Reply::student)
                .collect(Collectors.toSet()));
    List<Offer> offers = new ArrayList<>();
    open.forEach(
        (key, all) -> {
          SectionView section = There.in(byId, key.getLast());
          Replies.Reply first = all.getFirst();
          offers.add(
              new Offer(
                  new Evening.Candidate(
                      Evening.Kind.LOOK,
                      "answered " + key.getFirst() + " " + section.id() + " " + first.id(),
                      all.size(),
                      Optional.of(first.at().plus(PATIENCE)),
                      1,
                      all.size()),
                  List.of(all.size(), titles.getOrDefault(key.getFirst(), "")),
                  List.of(
                      Why.of(
                          "answered",
                          There.in(names, first.student()).name(),
                          quoted(first.words()),
                          section.name())),
                  page(section, key.getFirst()) + "/" + first.student()));
        });
    return offers;
  }

  private static String quoted(String words) {
    return words.length() <= QUOTED ? words : words.substring(0, QUOTED).strip() + "\u2026";
  }

  private Offer look(
      SectionView section,
      UUID task,
      String title,
      List<HandInVersion> works,
      Optional<LocalDate> promised) {
    List<Why> why = new ArrayList<>();
    promised.ifPresent(day -> why.add(Why.of("promised", day)));
    List<HandInVersion> blank = works.stream().filter(w -> w.finding().isPresent()).toList();
    if (!blank.isEmpty()) {
      why.add(Why.of("blank", blank.size(), names(blank)));
    }
    long again = works.stream().filter(w -> w.number() > 1).count();
    if (again > 0) {
      why.add(Why.of("again", again));
    }
    Instant oldest =
        works.stream().flatMap(w -> w.begun().stream()).min(Instant::compareTo).orElseThrow();
    why.add(Why.of("since", section.name(), section.calendar().dateOf(oldest)));
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.LOOK,
            "look " + task + " " + section.id(),
            works.size(),
            promised
                .map(day -> section.calendar().at(day, LocalTime.MAX))
                .or(() -> Optional.of(oldest.plus(PATIENCE))),
            1,
            works.size()),
        List.of(works.size(), title),
        why,
        page(section, task));
  }

  private static Offer back(SectionView section, UUID task, String title, int count) {
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.HAND_BACK,
            "hand-back " + task + " " + section.id(),
            count,
            Optional.empty(),
            1,
            1),
        List.of(count, title),
        List.of(Why.of("unseen", section.name())),
        page(section, task));
  }

  private static String page(SectionView section, UUID task) {
    return "/sections/" + section.id() + "/tasks/" + task + "/work";
  }

  private String names(List<HandInVersion> works) {
    Map<UUID, People.Contact> names =
        people.contacts(works.stream().map(HandInVersion::student).collect(Collectors.toSet()));
    return EveningRoom.some(works.stream().map(w -> There.in(names, w.student()).name()).toList());
  }
}
