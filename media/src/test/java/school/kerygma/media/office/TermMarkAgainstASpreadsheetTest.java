package school.kerygma.media.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.TermMark;

/**
 * The mark of a term against the plain spreadsheet that a teacher would write, computed by Apache
 * POI's evaluator. Values are drawn at random.
 */
class TermMarkAgainstASpreadsheetTest {

  private static final long SEED = 20_261_201;
  private static final int STUDENTS = 300;
  private static final String[] KINDS = {"Projects", "Homework", "Daily work"};

  @Test
  void sumsAndSharesAreThoseOfASpreadsheet() throws Exception {
    Random random = new Random(SEED);
    Grading grading = Grading.parse("Projects 50, Homework 30, Daily work 20");
    try (XSSFWorkbook book = new XSSFWorkbook()) {
      for (int student = 0; student < STUDENTS; student++) {
        Sheet sheet = book.createSheet("s" + student);
        List<TermMark.Item> items = new ArrayList<>();
        int count = 1 + random.nextInt(12);
        for (int i = 0; i < count; i++) {
          String kind = KINDS[random.nextInt(KINDS.length)];
          int outOf = 1 + random.nextInt(25);
          double points = random.nextInt(2 * outOf + 1) / 2.0;
          TermMark.State state = TermMark.State.values()[random.nextInt(4)];
          items.add(
              new TermMark.Item(
                  kind, state, BigDecimal.valueOf(points), BigDecimal.valueOf(outOf)));
          Row row = sheet.createRow(i);
          row.createCell(0).setCellValue(kind);
          row.createCell(1).setCellValue(state == TermMark.State.GIVEN ? points : 0);
          boolean counts = state == TermMark.State.GIVEN || state == TermMark.State.MISSING;
          row.createCell(2).setCellValue(counts ? outOf : 0);
        }
        StringBuilder sum = new StringBuilder();
        StringBuilder weights = new StringBuilder();
        for (Grading.Kind kind : grading.kinds()) {
          String of = "SUMIF(A1:A" + count + ",\"" + kind.name() + "\",C1:C" + count + ")";
          String got = "SUMIF(A1:A" + count + ",\"" + kind.name() + "\",B1:B" + count + ")";
          sum.append("+IF(" + of + ">0," + got + "/" + of + "*" + kind.weight() + ",0)");
          weights.append("+IF(" + of + ">0," + kind.weight() + ",0)");
        }
        Cell cell = sheet.createRow(count).createCell(0);
        cell.setCellFormula("IF(0" + weights + "=0,-1,100*(0" + sum + ")/(0" + weights + "))");
        double expected =
            book.getCreationHelper().createFormulaEvaluator().evaluate(cell).getNumberValue();
        double found =
            TermMark.of(grading, items).percent().map(BigDecimal::doubleValue).orElse(-1.0);
        assertThat(BigDecimal.valueOf(found))
            .as("student " + student + ", seed " + SEED)
            .isEqualByComparingTo(BigDecimal.valueOf(expected).setScale(2, RoundingMode.HALF_UP));
      }
    }
  }
}
