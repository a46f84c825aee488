package school.kerygma.app.classroom.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.TermMark;

/**
 * Marks of terms against a plain spreadsheet, as a teacher would set it up: a sum of points and of
 * what there was to get for each kind, and the kinds by their weights. Outside reference: the
 * evaluator of formulas of Apache POI.
 */
class TermMarkSheetTest {

  private static final int TERMS = 200;

  @Test
  void aSpreadsheetComesToTheSameMark() throws IOException {
    Random random = new Random(20260901);
    try (XSSFWorkbook book = new XSSFWorkbook()) {
      Sheet sheet = book.createSheet();
      List<Cell> marks = new ArrayList<>();
      List<BigDecimal> expected = new ArrayList<>();
      for (int term = 0; term < TERMS; term++) {
        int kinds = 1 + random.nextInt(3);
        Grading grading = grading(kinds, random);
        List<TermMark.Item> items = new ArrayList<>();
        List<String> weighed = new ArrayList<>();
        List<String> weights = new ArrayList<>();
        for (Grading.Kind kind : grading.kinds()) {
          Row row = sheet.createRow(sheet.getLastRowNum() + 1);
          int at = row.getRowNum() + 1;
          int tasks = random.nextInt(6);
          for (int t = 0; t < tasks; t++) {
            int most = 1 + random.nextInt(20);
            BigDecimal got =
                random.nextInt(5) == 0
                    ? BigDecimal.ZERO
                    : BigDecimal.valueOf(random.nextInt(10 * most + 1), 1);
            boolean missing = random.nextInt(6) == 0;
            row.createCell(2 * t).setCellValue(missing ? 0 : got.doubleValue());
            row.createCell(2 * t + 1).setCellValue(most);
            items.add(
                new TermMark.Item(
                    kind.name(),
                    missing ? TermMark.State.MISSING : TermMark.State.GIVEN,
                    got,
                    new BigDecimal(most)));
          }
          if (tasks > 0) {
            weighed.add(kind.weight() + "*(" + sum(at, tasks, 0) + ")/(" + sum(at, tasks, 1) + ")");
            weights.add("" + kind.weight());
          }
        }
        if (!weighed.isEmpty()) {
          Cell mark = sheet.createRow(sheet.getLastRowNum() + 1).createCell(0);
          mark.setCellFormula(
              "100*(" + String.join("+", weighed) + ")/(" + String.join("+", weights) + ")");
          marks.add(mark);
          expected.add(TermMark.of(grading, items).percent().orElseThrow());
        } else {
          assertThat(TermMark.of(grading, items).percent()).isEmpty();
        }
      }
      book.getCreationHelper().createFormulaEvaluator().evaluateAll();
      assertThat(marks).hasSizeGreaterThan(TERMS / 2);
      for (int i = 0; i < marks.size(); i++) {
        assertThat(expected.get(i).doubleValue())
            .as(marks.get(i).getCellFormula())
            .isCloseTo(marks.get(i).getNumericCellValue(), within(0.0051));
      }
    }
  }

  private static Grading grading(int kinds, Random random) {
    List<Grading.Kind> all = new ArrayList<>();
    int left = 100;
    for (int i = 0; i < kinds; i++) {
      int weight = i == kinds - 1 ? left : 1 + random.nextInt(left - (kinds - i - 1));
      all.add(new Grading.Kind("Kind " + (char) ('A' + i), weight, 0));
      left -= weight;
    }
    return new Grading(all);
  }

  /** Every second cell of a row, from the first or the second on. */
  private static String sum(int row, int tasks, int from) {
    return IntStream.range(0, tasks)
        .mapToObj(t -> (char) ('A' + 2 * t + from) + "" + row)
        .collect(Collectors.joining("+"));
  }
}
