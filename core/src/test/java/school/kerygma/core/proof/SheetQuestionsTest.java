package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.dates.DatePhrases.Doubt;
import school.kerygma.core.proof.Fact.Kind;

/**
 * What whole sheets say of days, and what they ask: nothing about history, exercises, stories and
 * days that are named as closed, and weekdays by the week of the heading. The sheets stand in
 * {@code reading/sheet-*.txt}, made up by hand in the voices of several countries (common
 * practice); below the line stands what a sensible teacher would say to them.
 */
class SheetQuestionsTest {

  private static String sheet(int number) throws IOException {
    String name = "/reading/sheet-" + number + ".txt";
    try (var file = Objects.requireNonNull(SheetQuestionsTest.class.getResourceAsStream(name))) {
      return new String(file.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static List<String> told(String sheet) {
    List<String> told = new ArrayList<>();
    for (Fact f : FactReader.read(sheet, DueSentencesTest.REFERENCE, List.of("7A Design"))) {
      if (!f.doubts().isEmpty()) {
        String doubts = f.doubts().stream().map(Doubt::name).collect(Collectors.joining(" "));
        told.add("ask " + f.quote() + ": " + doubts);
      } else if (f.kind() == Kind.DUE) {
        told.add("due " + f.quote() + ": " + f.value());
      }
    }
    return told;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void aSheetAsksWhatASensibleTeacherWouldAsk(int number) throws IOException {
    String[] halves = sheet(number).split("\n----\n");
    assertThat(told(halves[0]))
        .containsExactlyElementsOf(halves.length == 1 ? List.of() : halves[1].lines().toList());
  }
}
