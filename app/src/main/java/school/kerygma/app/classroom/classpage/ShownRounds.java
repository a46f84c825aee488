package school.kerygma.app.classroom.classpage;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.core.round.RoundRule;

/** A round as a student reads it. */
@Component
class ShownRounds {

  /**
   * A reply on the page.
   *
   * @param name of who wrote it; nothing if names are left out
   */
  record Said(
      Optional<String> name,
      boolean own,
      String words,
      Optional<Rounds.Voice> voice,
      boolean hidden) {}

  /** An answer on the page. */
  record Shown(
      UUID id,
      Optional<String> name,
      boolean own,
      String words,
      Optional<Rounds.Voice> voice,
      boolean changed,
      boolean hidden,
      boolean heldUp,
      List<Said> replies) {

    public boolean replied() {
      return replies.stream().anyMatch(Said::own);
    }
  }

  private final People people;

  ShownRounds(People people) {
    this.people = people;
  }

  /** What a student may read: their own, and what is not hidden. */
  List<Shown> shown(UUID me, RoundRule rule, List<Rounds.Answer> answers) {
    Set<UUID> writers = new HashSet<>();
    answers.forEach(
        a -> {
          writers.add(a.student());
          a.replies().forEach(r -> writers.add(r.student()));
        });
    Map<UUID, People.Contact> names = rule.names() ? people.contacts(writers) : Map.of();
    List<Shown> shown = new ArrayList<>();
    for (Rounds.Answer a : answers) {
      boolean own = a.student().equals(me);
      if (own || !a.hidden()) {
        shown.add(
            new Shown(
                a.id(),
                name(names, a.student()),
                own,
                a.words(),
                a.voice(),
                a.changed(),
                a.hidden(),
                a.heldUp(),
                a.replies().stream()
                    .filter(r -> !r.hidden() || r.student().equals(me))
                    .map(
                        r ->
                            new Said(
                                name(names, r.student()),
                                r.student().equals(me),
                                r.words(),
                                r.voice(),
                                r.hidden()))
                    .toList()));
      }
    }
    return shown;
  }

  private static Optional<String> name(Map<UUID, People.Contact> names, UUID student) {
    return Optional.ofNullable(names.get(student)).map(People.Contact::name);
  }
}
