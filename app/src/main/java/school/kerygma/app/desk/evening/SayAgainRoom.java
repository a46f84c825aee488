package school.kerygma.app.desk.evening;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.classroom.checks.Checks;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.questions.Questions;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;
import school.kerygma.core.audience.Watched;

/**
 * Stops that a class did not follow: played again, failed at their check, asked about. Only of the
 * teacher's own talks, and of what went up in the last two weeks.
 */
@Component
class SayAgainRoom implements EveningRoom {

  private static final Duration RECENT = Duration.ofDays(14);

  /** A sign is told if it is at least so strong. */
  private static final double TOLD = 0.1;

  private final Postings postings;
  private final Scripts scripts;
  private final Scores scores;
  private final Audience audience;
  private final Checks checks;
  private final Questions questions;

  SayAgainRoom(
      Postings postings,
      Scripts scripts,
      Scores scores,
      Audience audience,
      Checks checks,
      Questions questions) {
    this.postings = postings;
    this.scripts = scripts;
    this.scores = scores;
    this.audience = audience;
    this.checks = checks;
    this.questions = questions;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    Map<UUID, SectionView> byId = new HashMap<>();
    sections.forEach(s -> byId.put(s.id(), s));
    List<DeliveryView> up =
        postings.ofSections(byId.keySet()).stream()
            .filter(d -> d.walkthrough().isPresent() && d.only().isEmpty())
            .filter(d -> !d.moments().goesUpAt().isAfter(now))
            .filter(d -> d.moments().goesUpAt().isAfter(now.minus(RECENT)))
            .toList();
    Map<UUID, Integer> asked = new HashMap<>();
    if (!up.isEmpty()) {
      questions
          .together(byId.keySet())
          .forEach(
              t ->
                  t.about()
                      .stop()
                      .ifPresent(stop -> asked.merge(stop, t.lines().size(), Integer::sum)));
    }
    // A stop is said again once, for all sections that have it.
    Map<UUID, List<DeliveryView>> byTalk = new LinkedHashMap<>();
    up.forEach(
        d ->
            byTalk
                .computeIfAbsent(d.walkthrough().orElseThrow(), first -> new ArrayList<>())
                .add(d));
    List<Offer> offers = new ArrayList<>();
    byTalk.forEach(
        (talk, deliveries) -> {
          if (scripts.ownerOf(talk).equals(Optional.of(teacher))) {
            List<SectionView> of =
                deliveries.stream()
                    .map(d -> There.in(byId, d.section()))
                    .distinct()
                    .sorted(Comparator.comparing(SectionView::name))
                    .toList();
            Instant due =
                deliveries.stream()
                    .map(d -> d.moments().dueAt())
                    .min(Instant::compareTo)
                    .orElseThrow();
            offers.addAll(offers(talk, of, due, asked));
          }
        });
    return offers;
  }

  private List<Offer> offers(
      UUID talk, List<SectionView> of, Instant due, Map<UUID, Integer> asked) {
    Set<UUID> students = new HashSet<>();
    of.forEach(s -> students.addAll(s.students()));
    List<StopView> stops = scripts.stopsOf(talk).stream().filter(StopView::recorded).toList();
    Map<UUID, Map<UUID, Watched>> watched =
        scores.current(talk).map(s -> audience.watched(s, students)).orElse(Map.of());
    Map<UUID, Checks.Failed> failed =
        checks.failed(stops.stream().map(StopView::id).toList(), students);
    return stops.stream()
        .map(
            stop -> {
              List<Watched> own =
                  watched.values().stream()
                      .map(w -> w.get(stop.id()))
                      .filter(Objects::nonNull)
                      .toList();
              return offer(
                  stop,
                  of,
                  due,
                  students.size(),
                  own,
                  failed.getOrDefault(stop.id(), new Checks.Failed(0, 0)),
                  asked.getOrDefault(stop.id(), 0));
            })
        .toList();
  }

  private static Offer offer(
      StopView stop,
      List<SectionView> of,
      Instant due,
      int students,
      List<Watched> own,
      Checks.Failed check,
      int questions) {
    long heard = own.stream().filter(Watched::started).count();
    double replayed = Watched.meanAgain(own);
    double share = students == 0 ? 0 : (double) questions / students;
    List<Why> why = new ArrayList<>();
    if (check.share() >= TOLD) {
      why.add(Why.of("failed", check.wrong(), check.answered()));
    }
    if (replayed >= TOLD) {
      why.add(Why.of("replayed", Math.round(100 * replayed), heard));
    }
    if (questions > 0) {
      why.add(Why.of("asked-of-it", questions));
    }
    why.add(
        Why.of(
            "due",
            of.stream().map(SectionView::name).collect(Collectors.joining(", ")),
            of.getFirst().calendar().dateOf(due)));
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.SAY_AGAIN,
            "say-again " + stop.id(),
            students,
            Optional.of(due),
            Evening.again(replayed, check.share(), share),
            Math.max(1, (int) Math.ceil(stop.recordedMs() / 60_000.0))),
        List.of(stop.number(), stop.title()),
        why,
        "/walkthroughs/" + stop.walkthrough() + "/lectern?stop=" + stop.id());
  }
}
