package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.SetPage;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Sheets as teachers write them (common practice). */
class OutlineTest {

  private static final DatePhrases.Reference REFERENCE =
      new DatePhrases.Reference(
          LocalDate.parse("2026-09-30"),
          new SchoolCalendar(
              ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of()),
          MeetingPattern.parse("MON,WED,FRI"));

  private static final String[] SHEET = {
    "The footbridge. Worth 25 points.",
    "",
    "Part 1: Read and ask (15 minutes)",
    "  1. Read the sheet.",
    "  2. Write down two questions, 2 points.",
    "",
    "Part 2: Sketches, 12 points",
    "  1. Draw three bridges, 6 points,",
    "     for 35 minutes.",
    "  2. Label them as in Part 1, 5 points.",
    "",
    "Take 10 minutes to clean up."
  };

  private static Outline.Sheet sheet(Page page, Box... tables) {
    List<Outline.Said> said = new ArrayList<>();
    FactReader.read(page, REFERENCE, List.of())
        .forEach(f -> said.add(new Outline.Said(f, f.value())));
    return new Outline.Sheet(page, said, List.of(tables));
  }

  private static Outline outline(String... lines) {
    return Outline.of(List.of(sheet(SetPage.of(1, lines))));
  }

  @Test
  void partsHaveTheirNamesStepsPointsAndMinutes() {
    Outline outline = outline(SHEET);
    assertThat(outline.parts())
        .extracting(Outline.Part::label, Outline.Part::title)
        .containsExactly(tuple("Part 1", "Read and ask"), tuple("Part 2", "Sketches"));
    Outline.Part first = outline.parts().getFirst();
    assertThat(first.points()).isEqualTo(Optional.of(new BigDecimal(2))); // of its step
    assertThat(first.minutes()).isEqualTo(Optional.of(new BigDecimal(15))); // of its heading
    Outline.Part second = outline.parts().getLast();
    assertThat(second.points()).isEqualTo(Optional.of(new BigDecimal(12)));
    assertThat(second.minutes()).isEqualTo(Optional.of(new BigDecimal(35 + 10)));
    assertThat(second.steps())
        .containsExactly(
            new Outline.Step("1", Optional.of(new BigDecimal(6)), Optional.of(new BigDecimal(35))),
            new Outline.Step("2", Optional.of(new BigDecimal(5)), Optional.empty()));
  }

  @Test
  void stepsThatDoNotAddUpToTheirHeadingDisagree() {
    assertThat(outline(SHEET).parts().getLast().stepPoints()).isEqualTo(new BigDecimal(11));
    assertThat(outline(SHEET).parts())
        .extracting(Outline.Part::disagrees)
        .containsExactly(false, true);
  }

  /** 2 + 12 = 14, and the sheet says 25. */
  @Test
  void partsThatDoNotAddUpToThePaperDisagree() {
    Outline outline = outline(SHEET);
    assertThat(outline.points()).isEqualTo(new BigDecimal(14));
    assertThat(outline.stated()).isEqualTo(Optional.of(new BigDecimal(25)));
    assertThat(outline.disagrees()).isTrue();
    assertThat(outline("14 points in all.", "Part 1", "14 points").disagrees()).isFalse();
    assertThat(outline("14 points in all.", "Part 1", "10 points", "Part 2").disagrees())
        .as("the second part does not say its points")
        .isFalse();
  }

  @Test
  void aPartThatIsOnlySpokenOfIsNoHeading() {
    assertThat(outline("Look at Part 1 again.", "Then Task 2 is easy.").parts()).isEmpty();
  }

  @Test
  void stepsWithoutAHeadingAreAPartWithoutAName() {
    Outline outline = outline("1. Draw, 3 points", "2. Weigh, 4 points");
    assertThat(outline.parts()).hasSize(1);
    assertThat(outline.parts().getFirst().label()).isEmpty();
    assertThat(outline.points()).isEqualTo(new BigDecimal(7));
    assertThat(outline.steps()).isEqualTo(2);
  }

  @Test
  void aPartGoesOnOnTheNextPage() {
    Outline outline =
        Outline.of(
            List.of(
                sheet(SetPage.of(1, "Part 1: Draw", "1. A beam, 2 points", "2. An arch, 2 points")),
                sheet(SetPage.of(2, "3. A truss, 4 points", "4. A cable, 1 point"))));
    assertThat(outline.parts()).hasSize(1);
    assertThat(outline.parts().getFirst().steps()).hasSize(4);
    assertThat(outline.points()).isEqualTo(new BigDecimal(9));
  }

  @Test
  void pointsInATableBelongToItsRubric() {
    Page page = SetPage.of(1, "Part 1: Draw, 4 points", "", "Sketches 6 points");
    assertThat(Outline.of(List.of(sheet(page, new Box(40, 75, 500, 20)))).points())
        .isEqualTo(new BigDecimal(4));
  }

  @Test
  void whatWasDismissedOrMendedCountsAsDecided() {
    Page page = SetPage.of(1, "Part 1: Draw, 4 points", "Part 2: Weigh, 5 points");
    List<Outline.Said> said = new ArrayList<>();
    for (Fact fact : FactReader.read(page, REFERENCE, List.of())) {
      said.add(new Outline.Said(fact, fact.value().equals("5") ? "8" : fact.value()));
    }
    assertThat(Outline.of(List.of(new Outline.Sheet(page, said, List.of()))).points())
        .isEqualTo(new BigDecimal(12));
    said.removeIf(s -> s.value().equals("8"));
    assertThat(Outline.of(List.of(new Outline.Sheet(page, said, List.of()))).points())
        .isEqualTo(new BigDecimal(4));
  }
}
