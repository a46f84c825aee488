package school.kerygma.app.paper.margin;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.core.dates.DatePhrases.Doubt;

/** What papers ask their teacher, and what an answer settles. */
class FactsTest {

  @TempDir private Path directory;

  @BeforeAll
  static void start() {
    DemoServer.address();
  }

  private record Place(UUID handout, UUID page, Facts.Note note) {

    private Place answered(FactDecision.State state, String value) {
      DemoServer.bean(Facts.class).decide(handout, page, note.fact().start(), state, value);
      return this;
    }
  }

  private UUID bring(TestSchool school, String... paragraphs) throws Exception {
    Path file = directory.resolve(UUID.randomUUID() + ".md");
    return Papers.bring(school, Files.writeString(file, String.join("\n\n", paragraphs)));
  }

  private static List<Place> days(UUID handout) {
    return DemoServer.bean(Facts.class)
        .of(DemoServer.bean(Editions.class).opened(handout))
        .pages()
        .stream()
        .flatMap(p -> p.notes().stream().map(n -> new Place(handout, p.page(), n)))
        .filter(p -> p.note().fact().kind().isDay())
        .toList();
  }

  @Test
  void whoSaysOnceThatTheDayComesFirstIsNotAskedAgain() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID map = bring(school, "The map is due 5/11.", "The essay is due 7/11.");
    assertThat(days(map))
        .allSatisfy(p -> assertThat(p.note().fact().doubts()).contains(Doubt.DAY_ORDER));
    int year = LocalDateTime.parse(days(map).getFirst().note().value()).getYear();
    days(map).getFirst().answered(FactDecision.State.CORRECTED, year + "-11-05T23:59");

    UUID next = bring(school, "The poster is due 6/11.");
    for (UUID paper : List.of(map, next)) {
      Facts.Note last = days(paper).getLast().note();
      assertThat(last.fact().doubts()).doesNotContain(Doubt.DAY_ORDER);
      assertThat(LocalDateTime.parse(last.value()).getMonthValue()).isEqualTo(11);
    }
  }

  @Test
  void theSameQuestionIsPutOnceAndOneAnswerCountsForAllPlaces() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID paper = bring(school, "The map is due within a week.", "The form is due within a week.");
    assertThat(days(paper)).extracting(p -> p.note().askedAbove()).containsExactly(false, true);
    days(paper).getFirst().answered(FactDecision.State.DISMISSED, "");
    assertThat(days(paper)).allMatch(p -> p.note().dismissed());
  }

  @Test
  void threeQuestionsStandOpenAndAnAnswerOpensTheNext() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID paper =
        bring(
            school,
            "The map is due within two days.",
            "The form is due within three days.",
            "The log is due within four days.",
            "The poem is due within five days.");
    assertThat(days(paper))
        .extracting(p -> p.note().askedLater())
        .containsExactly(false, false, false, true);
    days(paper).get(1).answered(FactDecision.State.DISMISSED, "");
    assertThat(days(paper)).noneMatch(p -> p.note().askedLater());
  }
}
