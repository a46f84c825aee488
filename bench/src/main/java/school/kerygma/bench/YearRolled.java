package school.kerygma.bench;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import school.kerygma.core.plan.RollForward;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Moving a year of six sections by meetings, against moving the same days by plain weeks. */
final class YearRolled {

  private static final int WEEKS = 40;
  private static final int SECTIONS = 6;
  private static final int TASKS = 8;
  private static final int ROUNDS = 30;

  private YearRolled() {}

  static void measure() {
    LocalDate first = LocalDate.parse("2025-09-01");
    LocalDate next = LocalDate.parse("2026-08-31");
    RollForward.Rhythm from = rhythm(first, 1);
    RollForward.Rhythm to = rhythm(next, 2);
    List<List<LocalDate>> weeks = new ArrayList<>();
    Random random = new Random(3);
    for (int i = 0; i < WEEKS * SECTIONS; i++) {
      LocalDate monday = first.plusWeeks(i % WEEKS);
      List<LocalDate> days = new ArrayList<>();
      for (int t = 0; t < TASKS; t++) {
        days.add(monday.plusDays(random.nextInt(5)));
      }
      weeks.add(days);
    }
    long byMeetings = Long.MAX_VALUE;
    long byWeeks = Long.MAX_VALUE;
    long moved = 0;
    for (int round = 0; round < ROUNDS; round++) {
      long start = System.nanoTime();
      for (List<LocalDate> days : weeks) {
        LocalDate monday = SchoolCalendar.mondayOf(days.getFirst());
        moved += RollForward.week(days, monday, monday.plusWeeks(52), from, to).size();
      }
      byMeetings = Math.min(byMeetings, System.nanoTime() - start);
      start = System.nanoTime();
      for (List<LocalDate> days : weeks) {
        moved += days.stream().map(d -> d.plusWeeks(52)).distinct().sorted().toList().size();
      }
      byWeeks = Math.min(byWeeks, System.nanoTime() - start);
    }
    System.out.printf(
        Locale.ROOT,
        "roll: %.0f times as long as adding 52 weeks (a year of %d sections in %.1f ms here; %d moves in all)%n",
        (double) byMeetings / byWeeks,
        SECTIONS,
        byMeetings / 1e6,
        moved);
  }

  private static RollForward.Rhythm rhythm(LocalDate first, int seed) {
    Random random = new Random(seed);
    Set<LocalDate> off = new HashSet<>();
    for (int i = 0; i < 20; i++) {
      off.add(first.plusDays(random.nextInt(WEEKS * 7)));
    }
    return new RollForward.Rhythm(
        MeetingPattern.parse("6: 1,3,5"),
        new SchoolCalendar(ZoneId.of("America/Halifax"), first, WEEKS, off));
  }
}
