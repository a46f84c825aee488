package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

class CoverageTest {

  private static final UUID TABLE = new UUID(0, 1);
  private static final UUID SKETCH = new UUID(0, 2);
  private static final UUID SHEET = new UUID(1, 1);

  private record Stop(String words, Set<UUID> ties) {}

  private static Coverage of(Stop... stops) {
    SchoolCalendar calendar =
        new SchoolCalendar(
            ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of());
    DatePhrases.Reference reference =
        new DatePhrases.Reference(
            LocalDate.parse("2026-09-27"), calendar, MeetingPattern.parse("MON,WED"));
    Matter.Shown page = new Matter.Shown(SHEET, new UUID(2, 1), "1");
    List<Matter.Text> texts = new ArrayList<>();
    Map<UUID, Long> lengths = new HashMap<>();
    for (int i = 0; i < stops.length; i++) {
      UUID id = new UUID(3, i + 1);
      lengths.put(id, 60_000L);
      texts.add(
          new Matter.Text(
              Matter.Side.SAID,
              id,
              i + 1,
              "",
              stops[i].ties(),
              Optional.of(page),
              stops[i].words(),
              List.of(
                  FactReader.read(stops[i].words(), reference, List.of()).stream()
                      .map(Matter.ReadFact::of)
                      .toList())));
    }
    Outline outline =
        new Outline(
            List.of(part("Part 1", "The load table", "6"), part("Part 2", "Reflection", "4")),
            Optional.empty());
    Matter.Paper paper =
        new Matter.Paper(
            SHEET,
            "Sheet",
            Set.of(TABLE),
            outline,
            Optional.empty(),
            Set.of(),
            List.of(page),
            List.of(
                new Matter.Criterion("Load table", Optional.of(new BigDecimal(6))),
                new Matter.Criterion("Neatness", Optional.of(BigDecimal.ONE))));
    return Coverage.of(
        new Matter(
            texts,
            List.of(paper),
            List.of(task(TABLE, "Load table, rows 1 to 6"), task(SKETCH, "Sketch three bridges")),
            List.of(),
            List.of(),
            Set.of()),
        lengths);
  }

  private static Outline.Part part(String label, String title, String points) {
    return new Outline.Part(
        label,
        title,
        1,
        0,
        Optional.of(new BigDecimal(points)),
        Optional.of(new BigDecimal(points)),
        Optional.empty(),
        List.of());
  }

  private static Matter.Task task(UUID id, String title) {
    return new Matter.Task(id, title, true, false, 0, 0, List.of());
  }

  private static List<String> lines(Coverage coverage) {
    return coverage.lines().stream()
        .map(
            l ->
                l.of()
                    + " "
                    + l.name()
                    + " "
                    + l.stops()
                    + " "
                    + l.ms() / 1_000
                    + (l.apart() ? " apart" : ""))
        .toList();
  }

  @Test
  void everyThingHasTheStopsThatExplainItAndAStopIsSharedByWhatItExplains() {
    assertThat(
            lines(
                of(
                    new Stop(
                        "Part one is the load table. Part two is a reflection.", Set.of(TABLE)),
                    new Stop("Fill in the load table.", Set.of(TABLE, SKETCH)))))
        .containsExactly(
            "TASK Load table, rows 1 to 6 [1, 2] 90",
            "TASK Sketch three bridges [2] 30",
            "PART Part 1 The load table [1, 2] 90",
            "PART Part 2 Reflection [1] 30",
            "CRITERION Load table [1, 2] 120",
            "CRITERION Neatness [] 0");
  }

  @Test
  void whatTwoStopsSayDifferentlyIsTold() {
    assertThat(
            lines(
                of(
                    new Stop("The load table is worth 6 points.", Set.of(TABLE)),
                    new Stop("For the load table you can earn 8 points.", Set.of(TABLE)))))
        .contains("CRITERION Load table [1, 2] 120 apart");
    assertThat(
            lines(
                of(
                    new Stop("The load table is worth 6 points.", Set.of(TABLE)),
                    new Stop("For the load table you can earn 6 points.", Set.of(TABLE)))))
        .contains("CRITERION Load table [1, 2] 120");
  }

  @Test
  void aStopThatSpeaksOfATaskIsProposedToBeTied() {
    assertThat(
            of(new Stop("Now sketch three bridges.", Set.of(TABLE)), new Stop("Good.", Set.of()))
                .suggestions())
        .extracting(s -> s.number() + " " + s.title())
        .containsExactly("1 Sketch three bridges");
    assertThat(of(new Stop("Now sketch three bridges.", Set.of(SKETCH))).suggestions()).isEmpty();
    assertThat(of(new Stop("A bridge bends.", Set.of())).suggestions()).isEmpty();
  }
}
