package school.kerygma.app.desk.proofing;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;
import school.kerygma.core.time.Moments;

/** Talks of the teacher's own whose proof disagrees: those that go up soon, and those just up. */
@Component
class ProofRoom implements EveningRoom {

  private static final Duration SOON = Duration.ofDays(7);

  /** So many are proved for an evening, those that go up first. */
  private static final int MOST = 5;

  /** A row of the proof may be a misunderstanding. */
  private static final double SURE = 0.6;

  private final Postings postings;
  private final Proofs proofs;
  private final Scripts scripts;

  ProofRoom(Postings postings, Proofs proofs, Scripts scripts) {
    this.postings = postings;
    this.proofs = proofs;
    this.scripts = scripts;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    Map<UUID, SectionView> byId = new HashMap<>();
    sections.forEach(s -> byId.put(s.id(), s));
    Map<UUID, List<DeliveryView>> byTalk = new LinkedHashMap<>();
    postings.ofSections(byId.keySet()).stream()
        .filter(d -> d.walkthrough().isPresent() && d.state() != Moments.State.WITHDRAWN)
        .filter(d -> d.moments().goesUpAt().isAfter(now.minus(SOON)))
        .filter(d -> d.moments().goesUpAt().isBefore(now.plus(SOON)))
        .sorted(Comparator.comparing((DeliveryView d) -> d.moments().goesUpAt()).reversed())
        .forEach(
            d ->
                byTalk
                    .computeIfAbsent(d.walkthrough().orElseThrow(), first -> new ArrayList<>())
                    .add(d));
    List<Offer> offers = new ArrayList<>();
    byTalk.entrySet().stream()
        .filter(e -> scripts.ownerOf(e.getKey()).equals(Optional.of(teacher)))
        .limit(MOST)
        .forEach(
            e -> {
              long disagree = proofs.of(e.getKey()).disagree();
              if (disagree > 0) {
                offers.add(offer(e.getKey(), e.getValue(), disagree, byId, now));
              }
            });
    return offers;
  }

  private Offer offer(
      UUID talk,
      List<DeliveryView> deliveries,
      long disagree,
      Map<UUID, SectionView> byId,
      Instant now) {
    Set<UUID> students = new HashSet<>();
    deliveries.forEach(d -> students.addAll(There.in(byId, d.section()).students()));
    DeliveryView next =
        deliveries.stream().min(Comparator.comparing(d -> d.moments().goesUpAt())).orElseThrow();
    Instant until =
        next.moments().goesUpAt().isAfter(now) ? next.moments().goesUpAt() : next.moments().dueAt();
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.PROOF,
            "proof " + talk,
            students.size(),
            Optional.of(until),
            SURE,
            (int) Math.min(10, 2 * disagree)),
        List.of(disagree, scripts.titleOf(talk)),
        List.of(
            Why.of(
                next.moments().goesUpAt().isAfter(now) ? "proof-soon" : "proof-up",
                There.in(byId, next.section()).calendar().dateOf(next.moments().goesUpAt()))),
        "/walkthroughs/" + talk + "/proof");
  }
}
