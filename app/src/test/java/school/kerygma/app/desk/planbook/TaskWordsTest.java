package school.kerygma.app.desk.planbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.context.support.ResourceBundleMessageSource;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.time.DueRuleText;

/** A task as a sentence. */
class TaskWordsTest {

  private static final UUID SECTION = UUID.randomUUID();
  private static final UUID PAPER = UUID.randomUUID();
  private static final TaskSheet NEW =
      TaskSheet.of("Sketch", 30, Map.of(SECTION, LocalDate.parse("2026-09-30")));

  private static TaskWords.Said said(TaskSheet sheet) {
    ResourceBundleMessageSource messages = new ResourceBundleMessageSource();
    messages.setBasename("messages");
    messages.setDefaultEncoding("UTF-8");
    return new TaskWords(messages)
        .of(
            sheet,
            List.of("Read the sheet", "Glue"),
            Map.of(PAPER, "The rubric"),
            Optional.empty(),
            ZoneId.of("America/Halifax"));
  }

  @Test
  void aNewTaskNeedsNothingButItsName() {
    assertThat(said(NEW))
        .extracting(
            TaskWords.Said::minutes,
            TaskWords.Said::worth,
            TaskWords.Said::needed,
            TaskWords.Said::opens,
            TaskWords.Said::due,
            TaskWords.Said::improve)
        .containsExactly(
            "30 minutes",
            "no points",
            "required",
            "with its posting",
            "when its posting says",
            "may not be improved");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "day 23:59 | on its day at 11:59 p.m.",
        "school-end | when school ends on its day",
        "next-meeting | when the section next meets",
        "meeting 2 | at meeting 2 after it goes up",
        "week FRI 18:00 | on Friday of its week, 6 p.m.",
        "at 2026-10-03T02:59:00Z | Fri, Oct 2, 11:59 p.m.",
      })
  void aRuleIsSaidAsTeachersSayIt(String rule, String words) {
    assertThat(said(NEW.due(Optional.of(DueRuleText.read(rule)))).due()).isEqualTo(words);
  }

  @Test
  void pointsSayOfWhatAndForWhat() {
    assertThat(said(NEW.worth(1, "")).worth()).isEqualTo("1 point");
    assertThat(said(NEW.worth(6, "Projects")).worth()).isEqualTo("6 points of Projects");
    assertThat(said(NEW.worth(6, "Projects").pointsFor(PointsFor.DONE)).worth())
        .isEqualTo("6 points of Projects, for being done");
  }

  @Test
  void itOpensAfterTheTasksThatAreNamed() {
    assertThat(said(NEW.after(Set.of(UUID.randomUUID()))).opens())
        .isEqualTo("after \u201cRead the sheet\u201d and \u201cGlue\u201d");
    assertThat(said(NEW.openedBy("truss")).opens()).isEqualTo("with the word \u201ctruss\u201d");
    assertThat(said(NEW.opening(false, Opens.ON_ITS_DAY)).opens()).isEqualTo("on its day");
  }

  @Test
  void whatIsHandedInIsSaidWithItsLimits() {
    assertThat(said(NEW).handedIn()).isEqualTo("nothing is handed in here");
    TaskWords.Said both =
        said(
            NEW.handedIn(
                new HandInRule(EnumSet.of(HandInRule.Kind.TEXT, HandInRule.Kind.FILES), 50, 2, 0)));
    assertThat(both.handedIn()).isEqualTo("a text and files or photos");
    assertThat(both.rules()).isEqualTo("of 50 words or more, up to 2 students together");
  }

  @Test
  void papersAreNamedAndWhatOneSectionDoesDifferently() {
    assertThat(said(NEW.reading(Set.of(PAPER), 2)))
        .extracting(TaskWords.Said::papers, TaskWords.Said::keys, TaskWords.Said::minutes)
        .containsExactly("The rubric", "+ an answer key", "30 minutes and 2 short answers");
    TaskSheet.Difference other =
        new TaskSheet.Difference(
            "alone", 50, null, Optional.of(DueRuleText.read("school-end")), "", Set.of());
    assertThat(said(NEW.on(NEW.days(), Map.of(SECTION, other))).otherwise())
        .containsEntry(SECTION, "50 minutes, alone, due when school ends on its day");
  }
}
