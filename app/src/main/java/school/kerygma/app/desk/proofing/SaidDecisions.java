package school.kerygma.app.desk.proofing;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.proof.Matter;

/** What a teacher says of facts that are only likely in what is said. */
@Service
@Transactional
class SaidDecisions {

  private static final int LONGEST = 200;

  private final SaidDecision.Repository decisions;
  private final Scripts scripts;

  SaidDecisions(SaidDecision.Repository decisions, Scripts scripts) {
    this.decisions = decisions;
    this.scripts = scripts;
  }

  /** Decides about words of a stop, as long as they are said there. */
  void decide(UUID walkthrough, UUID stop, String quote, boolean meant) {
    boolean said =
        scripts.stopsOf(walkthrough).stream()
            .anyMatch(s -> s.id().equals(stop) && s.words().contains(quote));
    if (!said || quote.isBlank() || quote.length() > LONGEST) {
      throw Problem.conflict("changed-elsewhere");
    }
    decisions.save(new SaidDecision(new SaidDecision.Key(stop, quote), meant));
  }

  /** Decisions about stops: whether words are meant, by stop. */
  @Transactional(readOnly = true)
  public Map<UUID, Map<String, Boolean>> of(Collection<UUID> stops) {
    Map<UUID, Map<String, Boolean>> all = new HashMap<>();
    if (!stops.isEmpty()) {
      decisions
          .of(stops)
          .forEach(
              d ->
                  all.computeIfAbsent(d.key().stopId(), s -> new HashMap<>())
                      .put(d.key().quote(), d.isMeant()));
    }
    return all;
  }

  /** Facts of a text as they are to be taken after what was decided. */
  static List<List<Matter.ReadFact>> taken(
      List<List<Matter.ReadFact>> facts, Map<String, Boolean> decided) {
    if (decided.isEmpty()) {
      return facts;
    }
    return facts.stream()
        .map(
            of ->
                of.stream()
                    .filter(t -> !t.asked() || decided.getOrDefault(t.fact().quote(), true))
                    .map(
                        t ->
                            t.asked() && decided.getOrDefault(t.fact().quote(), false)
                                ? new Matter.ReadFact(t.fact(), t.value(), false)
                                : t)
                    .toList())
        .toList();
  }
}
