package school.kerygma.app.demo;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.results.Remarks;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.result.Given;

/** Small pieces of work of the week before last: lists that were written here, models on paper. */
@Component
class DemoLists {

  static final HandInRule WRITTEN = new HandInRule(Set.of(HandInRule.Kind.TEXT), 0, 1);

  private static final BigDecimal MOST = new BigDecimal(4);
  private static final List<String> LISTS =
      List.of(
          "The mill bridge, stone, one arch.\nThe railway bridge, steel, triangles all along.\nA plank over our ditch.",
          "The bridge at the harbour opens in the middle.\nThe footbridge by the school is wood.\nThe long one to the island stands on forty piers.",
          "Mill bridge. Railway bridge. The old one by the church has three arches.",
          "A concrete bridge over the motorway.\nA rope bridge on the playground, it swings.\nThe mill bridge.");
  private static final String ASKED = "What holds it up?";

  private final HandIns handIns;
  private final Results results;
  private final Remarks remarks;

  DemoLists(HandIns handIns, Results results, Remarks remarks) {
    this.handIns = handIns;
    this.results = results;
    this.remarks = remarks;
  }

  /** A student writes their list and hands it in. */
  UUID write(UUID task, UUID section, UUID student, Instant due, Instant when, int turn) {
    HandIns.Asked asked = new HandIns.Asked(task, section, WRITTEN, due, Optional.empty());
    ScopedClock.runAt(
        when,
        () -> {
          handIns.write(asked, student, LISTS.get(turn % LISTS.size()), "", 0);
          handIns.handIn(asked, student, Set.of(), true);
        });
    return handIns.of(task, student).getFirst().id();
  }

  /**
   * Work is looked at: points, and where it was written here, sometimes a note at its first words.
   *
   * @param version nothing for work on paper
   */
  void look(
      UUID teacher,
      UUID task,
      UUID section,
      UUID student,
      Optional<UUID> version,
      Instant when,
      int turn) {
    BigDecimal off = new BigDecimal(turn % 5 == 0 ? 2 : turn % 3 == 0 ? 1 : 0);
    ScopedClock.runAt(
        when,
        () ->
            results.give(
                new Results.Work(task, section, student, version),
                teacher,
                new Given(List.of(), Optional.of(MOST.subtract(off)), Optional.of(MOST), ""),
                Results.NONE));
    version
        .filter(v -> turn % 3 == 0)
        .map(handIns::get)
        .ifPresent(
            work -> {
              int end = work.text().indexOf(',') > 0 ? work.text().indexOf(',') : 11;
              note(work, 0, end, Mark.Kind.NOTE, ASKED);
              note(work, end + 2, end + 7, Mark.Kind.UNDERLINE, "");
            });
  }

  private void note(HandInVersion work, int from, int to, Mark.Kind kind, String words) {
    remarks.make(
        work, UUID.randomUUID(), new Remarks.Sent(null, null, from, to, kind.written(), words));
  }

  void handBack(UUID task, UUID section, Instant when) {
    ScopedClock.runAt(when, () -> results.handBack(task, section, Set.of(), when));
  }
}
