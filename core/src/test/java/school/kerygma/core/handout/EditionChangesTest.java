package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.handout.EditionChanges.Kind;

class EditionChangesTest {

  private static String shown(EditionChanges changes) {
    return changes.pieces().stream()
        .map(
            p ->
                switch (p.kind()) {
                  case SAME -> p.text();
                  case ADDED -> "+" + p.text();
                  case GONE -> "-" + p.text();
                  case MOVED -> "~" + p.text();
                })
        .collect(Collectors.joining(" | "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "draw three bridges; draw three bridges; draw three bridges",
        "draw three bridges; draw two bridges; draw | -three | +two | bridges",
        "draw bridges; draw three bridges; draw | +three | bridges",
        "draw three bridges today; draw bridges; draw | -three | bridges | -today",
        "bring it on paper; hand it in online; -bring | +hand | it | -on paper | +in online",
        "a b c; d e f; -a b c | +d e f",
        "; new words; +new words",
        "old words; ; -old words",
        "read the sheet twice now draw the three bridges on paper and rest;"
            + " draw the three bridges on paper and rest read the sheet twice now;"
            + " draw the three bridges on paper and rest | ~read the sheet twice now",
      })
  void wordsAreSameAddedGoneOrMoved(String before, String after, String changes) {
    assertThat(
            shown(EditionChanges.between(before == null ? "" : before, after == null ? "" : after)))
        .isEqualTo(changes);
  }

  /** What is the same and what is gone, in their order, is the old text; likewise the new one. */
  @Test
  void bothTextsCanBeToldFromTheChanges() {
    Random random = new Random(7);
    for (int round = 0; round < 500; round++) {
      List<String> before = new ArrayList<>();
      for (int i = random.nextInt(40); i > 0; i--) {
        before.add("w" + random.nextInt(6));
      }
      List<String> after = new ArrayList<>(before);
      for (int i = random.nextInt(8); i > 0 && !after.isEmpty(); i--) {
        int at = random.nextInt(after.size());
        if (random.nextBoolean()) {
          after.remove(at);
        } else {
          after.add(at, "n" + random.nextInt(6));
        }
      }
      EditionChanges changes =
          EditionChanges.between(String.join(" ", before), String.join(" ", after));
      if (changes.count(Kind.MOVED) == 0) {
        assertThat(words(changes, Kind.SAME, Kind.GONE)).isEqualTo(before);
      }
      assertThat(words(changes, Kind.SAME, Kind.ADDED, Kind.MOVED)).isEqualTo(after);
    }
  }

  private static List<String> words(EditionChanges changes, Kind... kinds) {
    return changes.pieces().stream()
        .filter(p -> List.of(kinds).contains(p.kind()))
        .flatMap(p -> p.words().stream())
        .toList();
  }
}
