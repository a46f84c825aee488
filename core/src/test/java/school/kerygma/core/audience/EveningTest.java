package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is done first on an evening: twenty made classes. Our own rule; there is no standard. */
class EveningTest {

  private static final Instant NOW = Instant.parse("2026-12-01T18:00:00Z");

  /** "LOOK 14 of 30h sure 0.9 in 15": work of 14, which helps less after 30 hours. */
  private static Evening.Candidate candidate(String said, int number) {
    String[] w = said.strip().split(" +");
    return new Evening.Candidate(
        Evening.Kind.valueOf(w[0]),
        w[0] + number,
        Integer.parseInt(w[1]),
        w[2].equals("-")
            ? Optional.empty()
            : Optional.of(NOW.plus(Duration.ofHours(Integer.parseInt(w[2].replace("h", ""))))),
        Double.parseDouble(w[3]),
        Integer.parseInt(w[4]));
  }

  private static String order(String all) {
    List<Evening.Candidate> candidates = new ArrayList<>();
    List<String> said = Arrays.asList(all.split(","));
    for (int i = 0; i < said.size(); i++) {
      candidates.add(candidate(said.get(i), i + 1));
    }
    return Evening.order(candidates, NOW).stream()
        .map(Evening.Candidate::key)
        .collect(Collectors.joining(" "));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      nullValues = "nothing",
      value = {
        "more students first | LOOK 14 - 1 15, LOOK 20 - 1 20 | LOOK2 LOOK1",
        "sooner first | LOOK 10 60h 1 10, ANSWER 10 12h 1 10 | ANSWER2 LOOK1",
        "what is overdue is as soon as can be | LOOK 10 -5h 1 10, ANSWER 10 30h 1 5 | LOOK1 ANSWER2",
        "a day is near, two days less | LOOK 10 24h 1 9, ANSWER 10 25h 1 1 | LOOK1 ANSWER2",
        "reminding many before looking at a few | LOOK 4 - 1 4, REMIND 9 - 0.9 1 | REMIND2 LOOK1",
        "surer first | SAY_AGAIN 28 - 0.5 1, LOOK 20 - 1 20 | LOOK2 SAY_AGAIN1",
        "what is hardly sure is not said | SAY_AGAIN 28 - 0.2 1, ANSWER 1 - 1 1 | ANSWER2",
        "nobody is concerned | LOOK 0 - 1 1, ANSWER 1 - 1 1 | ANSWER2",
        "of two alike the shorter first | LOOK 6 - 1 15, ANSWER 6 - 1 2 | ANSWER2 LOOK1",
        "one stop for the whole class before two questions | ANSWER 2 24h 1 2, SAY_AGAIN 28 60h 0.8 1 | SAY_AGAIN2 ANSWER1",
        "a section with nothing up before tomorrow comes first | LOOK 14 40h 1 15, NOTHING_UP 26 12h 0.9 5 | NOTHING_UP2 LOOK1",
        "two of a kind, not three | LOOK 9 - 1 9, LOOK 8 - 1 8, LOOK 7 - 1 7, ANSWER 1 - 1 1 | LOOK1 LOOK2 ANSWER4",
        "the two that help most of a kind | LOOK 7 - 1 7, LOOK 9 - 1 9, LOOK 8 - 1 8 | LOOK2 LOOK3",
        "handing back is short and helps as many | HAND_BACK 9 - 1 1, LOOK 9 - 1 9 | HAND_BACK1 LOOK2",
        "an empty evening | LOOK 0 - 1 1 | ''",
        "one small thing | ANSWER 1 - 1 1 | ANSWER1",
        "ten things are seven | LOOK 9 - 1 9, LOOK 8 - 1 8, ANSWER 7 - 1 7, ANSWER 6 - 1 6, SAY_AGAIN 28 - 0.9 1, SAY_AGAIN 26 - 0.9 1, NOTHING_UP 24 - 1 5, NOTHING_UP 22 - 1 5, HAND_BACK 3 - 1 1, HAND_BACK 2 - 1 1 | SAY_AGAIN5 NOTHING_UP7 SAY_AGAIN6 NOTHING_UP8 LOOK1 LOOK2 ANSWER3",
        "few who are in haste before many who are not | LOOK 12 - 1 12, ANSWER 5 6h 1 5 | ANSWER2 LOOK1",
        "many who are not before one who is | LOOK 12 - 1 12, ANSWER 1 6h 1 1 | LOOK1 ANSWER2",
        "half sure of many against sure of few | SAY_AGAIN 28 - 0.5 2, ANSWER 13 - 1 8 | SAY_AGAIN1 ANSWER2",
        "all alike: by their kind | HAND_BACK 5 - 1 5, ANSWER 5 - 1 5, NOTHING_UP 5 - 1 5 | NOTHING_UP3 ANSWER2 HAND_BACK1",
      })
  void whatHelpsMostComesFirst(String name, String all, String expected) {
    assertThat(order(all)).isEqualTo(expected == null ? "" : expected);
  }

  @Test
  void threeSignsAgreeMoreThanOne() {
    assertThat(Evening.again(0, 0, 0)).isZero();
    assertThat(Evening.again(0.5, 0, 0)).isBetween(0.55, 0.65);
    assertThat(Evening.again(0.5, 0.5, 0)).isBetween(0.8, 0.88);
    assertThat(Evening.again(0.5, 0.5, 0.2)).isGreaterThan(0.92);
    assertThat(Evening.again(9, 1, 1)).isLessThan(1);
    // A little of each is a little.
    assertThat(Evening.again(0.05, 0.05, 0)).isLessThan(0.15);
  }
}
