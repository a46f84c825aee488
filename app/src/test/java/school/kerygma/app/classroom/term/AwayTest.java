package school.kerygma.app.classroom.term;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Who was away, and what of that day they have caught up with. */
class AwayTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);

  private static Term.Line task(String title, int day, boolean required, Term.State state) {
    return new Term.Line(
        UUID.randomUUID(),
        title,
        required,
        MONDAY.plusDays(day),
        Optional.empty(),
        state,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static Term.OfStudent student(List<Term.Line> lines, List<Term.Talk> talks) {
    return new Term.OfStudent(
        UUID.randomUUID(),
        "Imani",
        lines,
        talks,
        List.of(MONDAY),
        3,
        Optional.empty(),
        Optional.empty());
  }

  @Test
  void workAndExplanationsOfThatDayAreReadTogether() {
    Term.OfStudent student =
        student(
            List.of(
                task("Read the sheet", 0, true, Term.State.DONE_LATE),
                task("Sketch it", 0, true, Term.State.MISSING),
                task("Look at bridges", 0, false, Term.State.OPEN),
                task("Model it", 1, true, Term.State.MISSING)),
            List.of(
                new Term.Talk(MONDAY, "The Footbridge Project", true, false),
                new Term.Talk(MONDAY.plusDays(1), "The model", false, false)));
    assertThat(student.leftOf(MONDAY)).containsExactly("Sketch it", "The Footbridge Project");
    assertThat(student.anythingOf(MONDAY)).isTrue();
  }

  @Test
  void whoHasDoneAndWatchedAllOfItHasCaughtUpAndOfADayWithoutAnythingNothingIsSaid() {
    Term.OfStudent student =
        student(
            List.of(
                task("Sketch it", 0, true, Term.State.DONE),
                task("Not shown yet", 2, true, Term.State.NOT_UP)),
            List.of(new Term.Talk(MONDAY, "The Footbridge Project", true, true)));
    assertThat(student.leftOf(MONDAY)).isEmpty();
    assertThat(student.anythingOf(MONDAY)).isTrue();
    assertThat(student.anythingOf(MONDAY.plusDays(2))).isFalse();
  }
}
