package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Common practice: what is optional holds nobody up, and what must be done first is named. */
class StepTest {

  private static final UUID READ = new UUID(0, 1);
  private static final UUID EXTRA = new UUID(0, 2);
  private static final UUID SKETCH = new UUID(0, 3);
  private static final UUID BUILD = new UUID(0, 4);

  private final List<Step> list = new ArrayList<>();

  private Step add(
      UUID task, String day, boolean required, boolean ticked, Opens opens, UUID... after) {
    Step step = new Step(task, LocalDate.parse(day), required, ticked, opens, Set.of(after));
    list.add(step);
    return step;
  }

  private Step plain(UUID task, String day, boolean required, boolean ticked) {
    return add(task, day, required, ticked, Opens.WITH_ITS_POSTING);
  }

  @Test
  void anOptionalTaskBeforeItHoldsNothingUp() {
    plain(READ, "2026-09-28", true, true);
    plain(EXTRA, "2026-09-29", false, false);
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_THOSE_BEFORE_ARE_TICKED);
    assertThat(build.waitsFor(list)).isEmpty();
  }

  @Test
  void allRequiredOnesBeforeItHoldItUpAndNotOnlyItsNeighbor() {
    plain(READ, "2026-09-28", true, false);
    plain(SKETCH, "2026-09-29", true, true);
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_THOSE_BEFORE_ARE_TICKED);
    assertThat(build.waitsFor(list)).containsExactly(READ);
  }

  @Test
  void whatWasLeftInAnotherWeekLocksNothing() {
    plain(READ, "2026-09-25", true, false);
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_THOSE_BEFORE_ARE_TICKED);
    assertThat(build.waitsFor(list)).isEmpty();
  }

  @Test
  void chosenOnesHoldItUpInAnyWeekAndAlsoIfTheyAreOptional() {
    plain(EXTRA, "2026-09-25", false, false);
    plain(READ, "2026-09-28", true, false);
    plain(SKETCH, "2026-09-29", true, false);
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_CHOSEN_ARE_TICKED, EXTRA, SKETCH);
    assertThat(build.waitsFor(list)).containsExactly(EXTRA, SKETCH);
  }

  @Test
  void twoThatWereChosenForEachOtherDoNotLockBoth() {
    Step sketch = add(SKETCH, "2026-09-29", true, false, Opens.WHEN_CHOSEN_ARE_TICKED, BUILD);
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_CHOSEN_ARE_TICKED, SKETCH);
    assertThat(sketch.waitsFor(list)).isEmpty();
    assertThat(build.waitsFor(list)).containsExactly(SKETCH);
  }

  @Test
  void whatIsNotOnTheListDoesNotHoldItUp() {
    Step build = add(BUILD, "2026-09-30", true, false, Opens.WHEN_CHOSEN_ARE_TICKED, READ);
    assertThat(build.waitsFor(list)).isEmpty();
  }

  private static final Optional<UnitWeeks> UNIT =
      Optional.of(new UnitWeeks(LocalDate.parse("2026-09-21"), LocalDate.parse("2026-09-28")));

  private Step of(
      UUID task, String day, boolean required, boolean ticked, Opens opens, String kind) {
    Step step = new Step(task, LocalDate.parse(day), required, ticked, opens, Set.of(), kind, UNIT);
    list.add(step);
    return step;
  }

  @Test
  void whatWaitsForAllOthersWaitsForThoseThatWerePlannedAfterItToo() {
    of(READ, "2026-09-21", true, true, Opens.WITH_ITS_POSTING, "");
    of(EXTRA, "2026-09-28", false, false, Opens.WITH_ITS_POSTING, "");
    Step build = of(BUILD, "2026-09-29", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    assertThat(build.waitsFor(list)).isEmpty();
    of(SKETCH, "2026-10-05", true, false, Opens.WITH_ITS_POSTING, "");
    assertThat(build.waitsFor(list)).containsExactly(SKETCH);
  }

  @Test
  void ofItsKindOnlyThoseHoldItUp() {
    of(READ, "2026-09-21", true, false, Opens.WITH_ITS_POSTING, "Drawings");
    of(SKETCH, "2026-09-28", true, false, Opens.WITH_ITS_POSTING, "Models");
    Step build =
        of(BUILD, "2026-09-29", true, false, Opens.WHEN_ALL_OF_ITS_KIND_ARE_DONE, "Models");
    assertThat(build.waitsFor(list)).containsExactly(SKETCH);
  }

  @Test
  void ofItsUnitThoseOfItsWeeksHoldItUpAlsoWhatIsPlannedThereLater() {
    of(EXTRA, "2026-09-18", true, false, Opens.WITH_ITS_POSTING, "");
    of(READ, "2026-09-21", true, false, Opens.WITH_ITS_POSTING, "");
    Step build = of(BUILD, "2026-09-29", true, false, Opens.WHEN_ALL_OF_ITS_UNIT_ARE_DONE, "");
    assertThat(build.waitsFor(list)).containsExactly(READ);
    of(SKETCH, "2026-10-02", true, false, Opens.WITH_ITS_POSTING, "");
    assertThat(build.waitsFor(list)).containsExactly(READ, SKETCH);
    of(UUID.randomUUID(), "2026-10-05", true, false, Opens.WITH_ITS_POSTING, "");
    assertThat(build.waitsFor(list)).containsExactly(READ, SKETCH);
  }

  @Test
  void whatWaitsForAllOthersDoesNotHoldUpWhatIsPlannedAfterIt() {
    Step first = of(READ, "2026-09-28", true, false, Opens.WHEN_ALL_OF_ITS_UNIT_ARE_DONE, "");
    Step sketch = of(SKETCH, "2026-09-29", true, false, Opens.WHEN_THOSE_BEFORE_ARE_TICKED, "");
    assertThat(first.waitsFor(list)).containsExactly(SKETCH);
    assertThat(sketch.waitsFor(list)).isEmpty();
  }

  @Test
  void whatWasChosenToComeAfterItIsNotWaitedForNorWhatComesAfterThat() {
    Step first = of(READ, "2026-09-28", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    Step sketch = add(SKETCH, "2026-09-29", true, false, Opens.WHEN_CHOSEN_ARE_TICKED, READ);
    Step build = of(BUILD, "2026-09-30", true, false, Opens.WHEN_THOSE_BEFORE_ARE_TICKED, "");
    of(EXTRA, "2026-10-05", true, false, Opens.WITH_ITS_POSTING, "");
    assertThat(sketch.waitsFor(list)).containsExactly(READ);
    assertThat(build.waitsFor(list)).containsExactly(SKETCH);
    assertThat(first.waitsFor(list)).containsExactly(EXTRA);
  }

  /** Whatever a teacher says: somebody who does one open task after the other can do them all. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void noPlanLocksItself(long seed) {
    Random hand = new Random(seed);
    for (int plan = 0; plan < 100; plan++) {
      List<Step> steps = new ArrayList<>();
      for (int i = 0; i < 8; i++) {
        Set<UUID> after = new HashSet<>();
        steps.forEach(s -> hand.doubles(1).filter(d -> d < 0.3).forEach(d -> after.add(s.task())));
        steps.add(
            new Step(
                UUID.randomUUID(),
                LocalDate.parse("2026-09-21").plusDays(3L * i),
                hand.nextInt(4) > 0,
                false,
                Opens.values()[hand.nextInt(Opens.values().length)],
                after,
                "",
                UNIT));
      }
      for (int left = steps.size(); left > 0; left--) {
        int open =
            IntStream.range(0, steps.size())
                .filter(i -> !steps.get(i).ticked() && steps.get(i).waitsFor(steps).isEmpty())
                .findFirst()
                .orElse(-1);
        assertThat(open).as("%s", steps).isNotNegative();
        Step s = steps.get(open);
        steps.set(
            open,
            new Step(
                s.task(), s.day(), s.required(), true, s.opens(), s.after(), s.kind(), s.unit()));
      }
    }
  }

  @Test
  void twoThatWaitForAllOthersDoNotLockBoth() {
    Step sketch = of(SKETCH, "2026-09-28", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    Step build = of(BUILD, "2026-09-29", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    assertThat(sketch.waitsFor(list)).isEmpty();
    assertThat(build.waitsFor(list)).isEmpty();
  }
}
