package school.kerygma.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.Meeting;
import school.kerygma.core.time.MeetingPattern;

/** What is kept as text is read again as it was, whatever it was; values are drawn at random. */
class WrittenRulesTest {

  private static final long SEED = 20_261_126;
  private static final int TRIES = 2_000;

  private final Random random = new Random(SEED);

  private <T> void everyOne(IntFunction<T> made, java.util.function.Function<T, T> readAgain) {
    for (int i = 0; i < TRIES; i++) {
      T one = made.apply(i);
      assertThat(readAgain.apply(one)).as("seed " + SEED + ", " + i).isEqualTo(one);
    }
  }

  private LocalTime time() {
    return LocalTime.of(random.nextInt(24), random.nextInt(60));
  }

  private Meeting meeting() {
    LocalTime start = LocalTime.of(random.nextInt(23), random.nextInt(60));
    Optional<Meeting.Hours> hours =
        random.nextBoolean()
            ? Optional.empty()
            : Optional.of(new Meeting.Hours(start, start.plusMinutes(1 + random.nextInt(50))));
    return new Meeting(Meeting.Kind.values()[random.nextInt(3)], hours);
  }

  @Test
  void meetings() {
    everyOne(
        i -> {
          int rotation = random.nextBoolean() ? 0 : 2 + random.nextInt(9);
          Map<Integer, Meeting> days = new HashMap<>();
          for (int n = 1 + random.nextInt(4); n > 0; n--) {
            days.put(1 + random.nextInt(rotation == 0 ? 7 : rotation), meeting());
          }
          return new MeetingPattern(rotation, days);
        },
        pattern -> MeetingPattern.parse(pattern.toString()));
  }

  @Test
  void dueRules() {
    this.<DueRule>everyOne(
        i ->
            switch (i % 6) {
              case 0 -> new DueRule.OnTheDay(time());
              case 1 -> new DueRule.BeforeTheNextMeeting();
              case 2 -> new DueRule.EndOfSchoolDay();
              case 3 -> new DueRule.NthMeeting(1 + random.nextInt(30));
              case 4 -> new DueRule.DayOfPlanWeek(DayOfWeek.of(1 + random.nextInt(7)), time());
              default -> new DueRule.Fixed(Instant.ofEpochSecond(random.nextInt()));
            },
        rule -> DueRuleText.read(DueRuleText.write(rule)));
  }

  /** Names with numbers and with the words that are written between them, among others. */
  private String name() {
    List<String> words =
        List.of("Lab", "on", "50", "on 4", "7", "Quiz", "é", "100 on 10", "%", "-");
    StringBuilder name = new StringBuilder();
    for (int n = 1 + random.nextInt(4); n > 0; n--) {
      name.append(name.isEmpty() ? "" : " ").append(words.get(random.nextInt(words.size())));
    }
    return name.toString();
  }

  @Test
  void gradings() {
    everyOne(
        i -> {
          List<Grading.Kind> kinds = new ArrayList<>();
          Set<String> names = new HashSet<>();
          int left = 100;
          while (left > 0) {
            String name = name();
            if (names.add(name.toLowerCase(Locale.ROOT))) {
              boolean last = kinds.size() == Grading.MAX_KINDS - 1;
              int weight = last ? left : 1 + random.nextInt(left);
              kinds.add(
                  new Grading.Kind(
                      name,
                      weight,
                      random.nextBoolean() ? 0 : 2 + random.nextInt(19),
                      random.nextBoolean()
                          ? LateRule.NONE
                          : new LateRule(random.nextInt(101), random.nextInt(101)),
                      random.nextBoolean() ? 0 : 1 + random.nextInt(99),
                      Grading.Improved.values()[random.nextInt(3)]));
              left -= weight;
            }
          }
          return new Grading(kinds);
        },
        grading -> Grading.parse(grading.toString()));
  }
}
