package school.kerygma.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Points as they are typed; common practice. */
class TypedPointsTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "5|5",
        "5.5|5.5",
        "5,5|5.5",
        "0|0",
        "0.25|0.25",
        " 4 |4",
        "5.50|5.5",
        "10|10",
        "2½|2.5",
        "1 1/2|1.5"
      })
  void whatIsANumberIsTaken(String typed, BigDecimal points) {
    assertThat(TypedPoints.read(typed, Optional.of(BigDecimal.TEN)).points()).contains(points);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1O|LETTERS|10", "l|NO_NUMBER|", "l0|LETTERS|10", "five|NO_NUMBER|", "5.555|NO_NUMBER|",
        "-1|NEGATIVE|", "10.01|TOO_MANY|", "1,000|NO_NUMBER|", "1e3|NO_NUMBER|", "99999|NO_NUMBER|"
      })
  void whatIsNoneSaysWhyAndWhatMayBeMeant(String typed, TypedPoints.Fault fault, BigDecimal meant) {
    TypedPoints read = TypedPoints.read(typed, Optional.of(BigDecimal.TEN));
    assertThat(read.points()).isEmpty();
    assertThat(read.fault()).contains(fault);
    assertThat(read.meant()).isEqualTo(Optional.ofNullable(meant));
  }

  @ParameterizedTest
  @CsvSource({"''", "'  '"})
  void nothingIsNeitherPointsNorAFault(String typed) {
    assertThat(TypedPoints.read(typed, Optional.empty()))
        .isEqualTo(new TypedPoints(Optional.empty(), Optional.empty(), Optional.empty()));
  }
}
