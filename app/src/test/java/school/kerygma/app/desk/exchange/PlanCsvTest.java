package school.kerygma.app.desk.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.io.StringReader;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.time.DueRuleText;

/** Standard: RFC 4180. Reference library: commons-csv reads it back. */
class PlanCsvTest {

  @Test
  void thePlanLeavesAsCsvAndNoTitleIsAFormula() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Tasks tasks = DemoServer.bean(Tasks.class);
    for (String title : List.of("Read \"Tides\", page 4", "=1+1")) {
      tasks.plan(
          school.teacher(),
          TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse("2026-09-30")))
              .worth(5, "")
              .at("Room 12")
              .improved(3)
              .due(Optional.of(DueRuleText.read("next-meeting"))));
    }
    try (Chromium chromium = new Chromium();
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      String csv = page.request().get(DemoServer.address() + "/plan.csv").text();
      List<CSVRecord> records =
          CSVFormat.RFC4180
              .builder()
              .setHeader()
              .setSkipHeaderRecord(true)
              .get()
              .parse(new StringReader(csv))
              .getRecords();
      assertThat(records)
          .allSatisfy(r -> assertThat(r.get("where") + r.get("improve")).isEqualTo("Room 123"))
          .allSatisfy(
              r ->
                  assertThat(r.get("due at") + " " + r.get("zone"))
                      .isEqualTo("2026-10-02T08:50 America/Halifax"));
      assertThat(records)
          .extracting(r -> r.get("task"), r -> r.get("day"), r -> r.get("due"))
          .containsExactly(
              org.assertj.core.groups.Tuple.tuple(
                  "Read \"Tides\", page 4", "2026-09-30", "next-meeting"),
              org.assertj.core.groups.Tuple.tuple("'=1+1", "2026-09-30", "next-meeting"));
    }
  }
}
