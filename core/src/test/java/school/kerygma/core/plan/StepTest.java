package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

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
  void twoThatWaitForAllOthersDoNotLockBoth() {
    Step sketch = of(SKETCH, "2026-09-28", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    Step build = of(BUILD, "2026-09-29", true, false, Opens.WHEN_ALL_OTHERS_ARE_DONE, "");
    assertThat(sketch.waitsFor(list)).isEmpty();
    assertThat(build.waitsFor(list)).isEmpty();
  }
}
