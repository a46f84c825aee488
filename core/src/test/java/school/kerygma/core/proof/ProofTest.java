package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A plan, papers and a talk made from the same facts, and what is found when one side says another
 * (common practice: how teachers put things).
 */
class ProofTest {

  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(
          ZoneId.of("America/Halifax"),
          LocalDate.parse("2026-09-07"),
          12,
          Set.of(LocalDate.parse("2026-10-12")));

  private static final UUID LAB = new UUID(0, 1);
  private static final UUID ESSAY = new UUID(0, 2);
  private static final UUID SHEET = new UUID(1, 1);
  private static final UUID RUBRIC = new UUID(1, 2);

  /** A case that says what is said, written and posted, and leaves the rest as it agrees. */
  private static final class Case {

    private final List<String[]> stops = new ArrayList<>();
    private final List<String[]> pages = new ArrayList<>();
    private final List<String> lines = new ArrayList<>();
    private final Set<String> others = new HashSet<>();
    private final List<Matter.Jotted> jottings = new ArrayList<>();
    private String due = "2026-10-16T23:59";
    private String goesUp = "2026-09-27T18:00";
    private String closes = "";
    private String otherDue = "2026-10-19T23:59";
    private int minutes = 40;
    private int budget = 45;
    private int day = 40;
    private String points = "24";
    private String rubric = "";
    private boolean two;
    private boolean required = true;
    private boolean ordered;
    private int ways;
    private int pick;
    private List<DueRule.Doubt> doubts = List.of();
    private String called = "1";
    private String share = "";
    private String improve = "";
    private String place = "";

    /** What of the lab is due earlier: a name, and when. */
    private final Map<String, String> earlier = new LinkedHashMap<>();

    Case says(String words) {
      stops.add(new String[] {words});
      return this;
    }

    Case writes(String words) {
      pages.add(new String[] {words});
      return this;
    }

    Matter matter() {
      Set<UUID> tied = two ? Set.of(LAB, ESSAY) : Set.of(LAB);
      List<SchoolCalendar> calendars = List.of(CALENDAR, CALENDAR);
      List<DatePhrases.Reference> references =
          List.of(
              new DatePhrases.Reference(
                  LocalDate.parse("2026-09-27"),
                  CALENDAR,
                  MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30")),
              new DatePhrases.Reference(
                  LocalDate.parse("2026-09-27"),
                  CALENDAR,
                  MeetingPattern.parse("MON 13:00-13:50,WED 13:00-13:50,FRI 13:00-13:50")));
      List<String> names = List.of("7A Design", "7C Design", "8B Woodwork");
      List<Matter.Shown> shown = new ArrayList<>();
      for (int i = 0; i < Math.max(1, pages.size()); i++) {
        shown.add(new Matter.Shown(SHEET, new UUID(2, i + 1), i == 0 ? called : "" + (i + 1)));
      }
      List<Matter.Text> texts = new ArrayList<>();
      for (int i = 0; i < stops.size(); i++) {
        texts.add(
            text(
                Matter.Side.SAID,
                new UUID(3, i + 1),
                i + 1,
                "stop " + (i + 1),
                tied,
                Optional.of(shown.getFirst()),
                stops.get(i)[0],
                references,
                names));
      }
      List<Outline.Part> parts = new ArrayList<>();
      Optional<BigDecimal> stated = Optional.empty();
      for (int i = 0; i < pages.size(); i++) {
        Matter.Text page =
            text(
                Matter.Side.WRITTEN,
                shown.get(i).page(),
                i + 1,
                "Sheet",
                tied,
                Optional.of(shown.get(i)),
                pages.get(i)[0],
                references,
                names);
        texts.add(page);
        stated =
            page.told().stream()
                .filter(t -> t.fact().kind() == Fact.Kind.TOTAL)
                .map(t -> new BigDecimal(t.value()))
                .findFirst()
                .or(() -> Optional.empty());
        parts.addAll(parts(page));
      }
      for (String line : lines) {
        texts.add(
            text(
                Matter.Side.POSTED,
                new UUID(9, 9),
                0,
                "",
                tied,
                Optional.empty(),
                line,
                references,
                names));
      }
      Set<BigDecimal> worths = new TreeSet<>();
      parts.forEach(p -> p.points().ifPresent(worths::add));
      List<Matter.Paper> papers = new ArrayList<>();
      papers.add(
          new Matter.Paper(
              SHEET,
              "Sheet",
              tied,
              new Outline(parts, stated),
              Optional.empty(),
              worths,
              shown,
              List.of()));
      if (!rubric.isEmpty()) {
        papers.add(
            new Matter.Paper(
                RUBRIC,
                "Rubric",
                tied,
                new Outline(List.of(), Optional.empty()),
                Optional.of(new BigDecimal(rubric)),
                Set.of(new BigDecimal(6), new BigDecimal(rubric)),
                List.of(new Matter.Shown(RUBRIC, new UUID(2, 99), "1")),
                List.of()));
      }
      List<Matter.Task> tasks = new ArrayList<>();
      tasks.add(task(LAB, "Load table", due, calendars));
      if (two) {
        tasks.add(task(ESSAY, "Reflection essay", otherDue, calendars));
      }
      return new Matter(
          texts,
          papers,
          tasks,
          List.of(
              new Matter.Section(new UUID(4, 1), "7A Design", CALENDAR, true, budget),
              new Matter.Section(new UUID(4, 2), "7C Design", CALENDAR, true, budget)),
          jottings,
          others);
    }

    private static List<Outline.Part> parts(Matter.Text page) {
      List<Outline.Part> parts = new ArrayList<>();
      for (String line : page.words().split("\n")) {
        if (line.matches("Part \\d .*")) {
          List<Fact> facts = NumberFacts.in(line);
          parts.add(
              new Outline.Part(
                  line.substring(0, 6),
                  line.substring(7).replaceAll("[,(]?\\s*\\d.*", ""),
                  1,
                  page.words().indexOf(line),
                  number(facts, Fact.Kind.POINTS),
                  number(facts, Fact.Kind.POINTS),
                  number(facts, Fact.Kind.MINUTES),
                  List.of()));
        }
      }
      return parts;
    }

    private static Optional<BigDecimal> number(List<Fact> facts, Fact.Kind kind) {
      return facts.stream()
          .filter(f -> f.kind() == kind)
          .map(f -> new BigDecimal(f.value()))
          .findFirst();
    }

    private Matter.Task task(UUID id, String title, String at, List<SchoolCalendar> of) {
      return new Matter.Task(
          id,
          title,
          required,
          ordered,
          id.equals(LAB) ? ways : 0,
          pick,
          of.stream()
              .map(
                  c ->
                      Optional.of(
                          new Matter.Doing(
                              minutes,
                              points.isEmpty() || id.equals(ESSAY)
                                  ? Optional.empty()
                                  : Optional.of(new BigDecimal(points)),
                              Optional.of(LocalDateTime.parse(at).atZone(c.zone()).toInstant()),
                              Optional.of(LocalDateTime.parse(goesUp).atZone(c.zone()).toInstant()),
                              closes.isEmpty()
                                  ? Optional.empty()
                                  : Optional.of(
                                      LocalDateTime.parse(closes).atZone(c.zone()).toInstant()),
                              doubts,
                              day,
                              share.isEmpty() || id.equals(ESSAY)
                                  ? Optional.empty()
                                  : Optional.of(new BigDecimal(share)),
                              improve.isEmpty()
                                  ? Optional.empty()
                                  : Optional.of(
                                      LocalDateTime.parse(improve).atZone(c.zone()).toInstant()),
                              place,
                              false,
                              earlier.entrySet().stream()
                                  .filter(e -> id.equals(LAB))
                                  .map(
                                      e ->
                                          new Matter.Earlier(
                                              e.getKey(),
                                              LocalDateTime.parse(e.getValue())
                                                  .atZone(c.zone())
                                                  .toInstant()))
                                  .toList())))
              .toList());
    }

    private static Matter.Text text(
        Matter.Side side,
        UUID id,
        int number,
        String name,
        Set<UUID> tied,
        Optional<Matter.Shown> shown,
        String words,
        List<DatePhrases.Reference> references,
        List<String> names) {
      return new Matter.Text(
          side,
          id,
          number,
          name,
          tied,
          shown,
          words,
          references.stream()
              .map(r -> FactReader.read(words, r, names).stream().map(Matter.ReadFact::of).toList())
              .toList());
    }

    /** What is found, as "DUE OTHER_THAN_POSTED". */
    String findings() {
      return Proof.of(matter()).rows().stream()
          .filter(Proof.Row::open)
          .map(r -> r.topic() + " " + r.reason().orElseThrow())
          .sorted()
          .collect(Collectors.joining(", "));
    }
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        // What is said against the day on which it is due: Friday, October 16, 11:59 p.m.
        "It is due on Friday, October 16.                    |",
        "Hand it in by October 16 at 11:59 p.m.              |",
        "It is due Friday the 16th.                          |",
        "It is due on October 15.                            | DUE OTHER_THAN_POSTED",
        "Hand it in by October 16 at 3 p.m.                  | DUE OTHER_THAN_POSTED",
        "It is due on Thursday the 16th.                     | DAY WRONG_WEEKDAY",
        "It is due the week of October 19.                   |",
        "We looked at this on October 2.                     |",
        "The trip is on Monday the 6th of October.           | DAY WRONG_WEEKDAY",
        "The quiz on October 2 was easy.                     |",
        "Turn it in no later than Monday, October 19.        | DUE OTHER_THAN_POSTED",
        "Submit it by midnight on October 16.                |",
        // Points: the task is worth 24.
        "This is worth 24 points in all.                     |",
        "This is worth 25 points in all.                     | TOTAL OTHER_TOTAL_SAID",
        "You can earn 24 points.                             |",
        "You can earn 20 points.                             | POINTS NO_SUCH_POINTS",
        "An hour has 60 minutes.                             |",
        "You lose 2 points per day.                          |",
        "They won by 12 points.                              |",
        // Time: the task takes 40 minutes.
        "Plan about 40 minutes for it.                       |",
        "Plan about 50 minutes for it.                       | MINUTES OTHER_MINUTES",
        "Read for 10 minutes. Then draw for 30 minutes.      |",
        "Read for 10 minutes. Then draw for 40 minutes.      | MINUTES OTHER_MINUTES",
        "Spend forty minutes on the table.                   |",
        "Spend half an hour on the table.                    | MINUTES OTHER_MINUTES",
        // Sections: it is posted to 7A and 7C.
        "This is for 7A and 7C.                              |",
        "This is for 8B.                                     | SECTIONS NOT_POSTED_THERE",
        "This is for 7D.                                     | SECTIONS NONE_OF_YOURS",
        "Grade 7 will like it.                               |",
        // Pages: page 1 of the sheet is shown.
        "Look at page one.                                   |",
        "We are in week 4 of the term.                       |",
        // Links and papers that are named.
        "Click the link below.                               | LINK NO_LINK",
        "There is a link between the two.                    |",
        "Open the link at https://tides.example/a.           | LINK NO_LINK",
        "Take the Bridge survey form home.                   | PAPER NOT_ATTACHED",
        "Survey the bridge.                                  |",
        // Required.
        "This is optional.                                   | REQUIRED SAID_OPTIONAL",
        "This is required.                                   |",
        "The load table is optional.                         | REQUIRED SAID_OPTIONAL",
        "The second color is optional.                       |",
        "It is not optional.                                 |",
        "Options are good.                                   |",
        // Choices: there is none.
        "You have two options.                               | WAYS NO_CHOICE",
        "There are two ways to look at a bridge.             |",
        "Pick one of the pencils.                            |",
        "Choose one of four topics.                          |",
        "There are three bridges in our town.                |",
        // The zone: the school keeps Atlantic time.
        "It is due on October 16 at 11:59 p.m. Atlantic time. |",
        "It is due on October 16 at 11:59 p.m. ADT.          |",
        "It is due on October 16 at 11:59 p.m. Eastern.      | ZONE OTHER_ZONE",
        "It is due on October 16 at 11:59 p.m. EST.          | ZONE OTHER_ZONE",
        "The eastern pier is the weak one.                   |",
        "At 9 Pacific salmon come up the river.              |",
        "The Pacific is deep.                                |",
        "We meet at noon, Central Time.                      | ZONE OTHER_ZONE",
        "Central to it is the load.                          |",
        // Improving: nothing of that is posted.
        "You may improve it until October 23.                | IMPROVE NO_IMPROVING",
        "Resubmit it by Friday, October 23.                  | IMPROVE NO_IMPROVING",
        "You can always improve your handwriting.            |",
        "It can be redone.                                   |",
        // More ways of saying the same.
        "The deadline is October 16.                         |",
        "The deadline is October 14.                         | DUE OTHER_THAN_POSTED",
        "Turn it in by Friday, October 16, at 11:59 p.m.     |",
        "Turn it in by Friday, October 16, at noon.          | DUE OTHER_THAN_POSTED",
        "Remember, Saturday the 16th of October.             | DAY WRONG_WEEKDAY",
        "On Friday, October 2, we went to the pond.          |",
        "It is worth twenty-four points altogether.          |",
        "It is worth thirty points altogether.               | TOTAL OTHER_TOTAL_SAID",
        "Take 40 minutes.                                    |",
        "Plan an hour for it.                                | MINUTES OTHER_MINUTES",
        "Only 8B does this.                                  | SECTIONS NOT_POSTED_THERE",
        "7A, this one is yours.                              |",
        "Use the link above.                                 | LINK NO_LINK",
        "A chain is as strong as its weakest link.           |",
        "The essay is not required.                          |",
        "This one is required.                               |",
        "You may choose not to do this one.                  |",
      })
  void whatIsSaidIsComparedWithWhatIsPosted(String said, String found) {
    Case one = new Case().says(said);
    one.others.add("Bridge survey form");
    assertThat(one.findings()).isEqualTo(found == null ? "" : found);
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Due: Friday, October 16                             |",
        "Due: Thursday, October 15                           | DUE OTHER_THAN_POSTED",
        "Due: Thursday, October 16                           | DAY WRONG_WEEKDAY",
        "Due: Friday, October 16, 11:59 p.m.                 |",
        "Due: Friday, October 16, 3:10 p.m.                  | DUE OTHER_THAN_POSTED",
        "24 points in all                                    |",
        "Total: 25 points                                    | TOTAL POINTS_OF_TASKS",
        "for 7A Design                                       |",
        "for 8B Woodwork                                     | SECTIONS NOT_POSTED_THERE",
        "for 7D                                              | SECTIONS NONE_OF_YOURS",
        "Part 1 The load table, 40 minutes                   | PART NOT_EXPLAINED",
        "See the link on the board.                          |",
        "Read pp. 86-87.                                     |",
        "Write half a page.                                  |",
        "In 1849 the bridge fell on October 3.               |",
        "Use a 12-point font.                                |",
        "Do the parts in this order.                         |",
      })
  void whatIsWrittenIsComparedWithWhatIsPosted(String written, String found) {
    assertThat(new Case().says("Good morning.").writes(written).findings())
        .isEqualTo(found == null ? "" : found);
  }

  @ParameterizedTest(name = "{0} / {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Write about 250 words. | Write one page.             |",
        "Write 500 words.       | Write one page.             | LENGTH OTHER_LENGTH",
        "Write five pages.      | an essay of 1,250 words     |",
        "Write three pages.     | an essay of 1,250 words     | LENGTH OTHER_LENGTH",
        "Write 250 to 300 words. | at least 275 words          |",
        "Write half a page.     | about 125 words             |",
        "Write a page.          | Draw a map.                 |",
        "Look at page 86.       | Read pp. 86-87.             |",
        "Look at page 89.       | Read pp. 86-87.             | PAGES NO_SUCH_PAGE",
        "Part one, part five.   | Part 1 The table            | PART NO_SUCH_PART",
        "Part one is the table. | Part 1 The table            |",
        "We fill in the table.  | Part 1 The table            |",
        "Part one has 6 points. | Part 1 The table, 6 points  |",
        "Part one has 5 points. | Part 1 The table, 6 points  | POINTS NO_SUCH_POINTS",
        "Step nine is odd.      | Draw a map.                 |",
        "Hand it in online.     | Bring it to class on paper. | HAND_IN OTHER_PLACE",
        "Hand it in online.     | Submit it online.           |",
        "Bring it on paper.     | Use lined paper.            |",
        "Upload it.             | Turn in a hard copy.        | HAND_IN OTHER_PLACE",
        "Turn it in on paper.   | Submit it electronically.   | HAND_IN OTHER_PLACE",
        "Submit it by e-mail.   | Hand it in on the class page. |",
        "Hand it in on paper.   | Hand it in to my desk.      |",
        "Look at pages 86 and 87. | Read pp. 86-87.           |",
        "Look at page 88.       | Read pp. 86-87.             | PAGES NO_SUCH_PAGE",
        "Open page 3.           | See pages 2 to 4.           |",
        "Open page 5.           | See pages 2 to 4.           | PAGES NO_SUCH_PAGE",
        "Write two pages.       | at most 500 words           |",
        "Write four pages.      | at most 500 words           | LENGTH OTHER_LENGTH",
        "Write 100 words.       | Write about 100 words.      |",
        "Write 150 words.       | Write about 100 words.      | LENGTH OTHER_LENGTH",
        "Part two, part six.    | Part 2 The table            | PART NO_SUCH_PART",
        "Part one has four points. | Part 1 Draw, 4 points    |",
        "Part one has nine points. | Part 1 Draw, 4 points    | POINTS NO_SUCH_POINTS",
      })
  void whatIsSaidIsComparedWithWhatIsWritten(String said, String written, String found) {
    assertThat(new Case().says(said).writes(written).findings())
        .isEqualTo(found == null ? "" : found);
  }

  private static String with(java.util.function.Consumer<Case> change) {
    Case one = new Case().says("Good morning.");
    change.accept(one);
    return one.findings();
  }

  @Test
  void momentsThatCannotBeMeantAreFound() {
    assertThat(with(c -> c.due = "2026-10-12T23:59")).isEqualTo("MOMENT WITHOUT_SCHOOL");
    assertThat(with(c -> c.due = "2026-10-17T23:59")).isEqualTo("MOMENT WITHOUT_SCHOOL");
    assertThat(with(c -> c.due = "2026-12-04T23:59")).isEqualTo("MOMENT AFTER_THE_TERM");
    assertThat(with(c -> c.goesUp = "2026-10-18T18:00")).isEqualTo("MOMENT BEFORE_IT_GOES_UP");
    assertThat(with(c -> c.closes = "2026-10-15T18:00")).isEqualTo("MOMENT AFTER_IT_CLOSES");
    assertThat(with(c -> c.doubts = List.of(DueRule.Doubt.DROPPED_HOUR)))
        .isEqualTo("MOMENT DROPPED_HOUR");
    assertThat(with(c -> c.doubts = List.of(DueRule.Doubt.DOUBLED_HOUR)))
        .isEqualTo("MOMENT DOUBLED_HOUR");
    assertThat(with(c -> c.doubts = List.of(DueRule.Doubt.IN_THE_PAST))).isEmpty();
    assertThat(with(c -> c.closes = "2026-10-20T18:00")).isEmpty();
    assertThat(with(c -> c.goesUp = "2026-10-16T08:00")).isEmpty();
  }

  @Test
  void theDaysBudgetIsCompared() {
    assertThat(with(c -> c.says("Plan 40 minutes for it.").day = 45)).isEmpty();
    assertThat(with(c -> c.says("Plan 40 minutes for it.").day = 46))
        .isEqualTo("MINUTES OVER_THE_DAY");
    assertThat(with(c -> c.day = 46)).as("nobody speaks of it").isEmpty();
  }

  @Test
  void aTotalIsComparedWithItsRubricItsPartsAndItsTasks() {
    assertThat(with(c -> c.rubric = "24")).isEmpty();
    assertThat(with(c -> c.rubric = "25")).isEqualTo("TOTAL POINTS_OF_TASKS");
    assertThat(with(c -> c.writes("25 points in all").rubric = "24"))
        .isEqualTo("TOTAL TOTAL_AND_RUBRIC");
    assertThat(with(c -> c.writes("24 points in all").rubric = "24")).isEmpty();
    assertThat(
            new Case()
                .says("Part one, part two.")
                .writes("24 points in all\nPart 1 Draw, 14 points\nPart 2 Weigh, 10 points")
                .findings())
        .isEmpty();
    assertThat(
            new Case()
                .says("Part one, part two.")
                .writes("24 points in all\nPart 1 Draw, 14 points\nPart 2 Weigh, 6 points")
                .findings())
        .isEqualTo("TOTAL TOTAL_AND_PARTS");
    assertThat(with(c -> c.writes("24 points in all").points = "")).isEmpty();
    Case part = new Case().says("Good morning.").writes("30 points in all");
    part.two = true;
    assertThat(part.findings()).as("other tasks of the paper come later").isEmpty();
    part.points = "36";
    assertThat(part.findings()).isEqualTo("TOTAL POINTS_OF_TASKS");
  }

  private static String saying(String words, java.util.function.Consumer<Case> change) {
    Case one = new Case().says(words);
    change.accept(one);
    return one.findings();
  }

  @ParameterizedTest(name = "{0} / {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "It is six percent of your grade.            | 5.7 |",
        "It is five percent of your grade.           | 5.7 | SHARE OTHER_SHARE",
        "This is 5.7 % of the grade.                 | 5.7 |",
        "This is 5.5 % of the grade.                 | 5.7 | SHARE OTHER_SHARE",
        "That is 10 percent of the final grade.      | 10  |",
        "That is 20% of the final grade.             | 10  | SHARE OTHER_SHARE",
        "Ninety percent of you know it.              | 10  |",
        "The beam bends by ten percent.              | 5   |",
        "It is 20 percent of your grade.             |     |",
      })
  void theShareOfTheGradeIsComparedAsExactlyAsItIsSaid(String said, String share, String found) {
    assertThat(saying(said, c -> c.share = share == null ? "" : share))
        .isEqualTo(found == null ? "" : found);
  }

  @ParameterizedTest(name = "{0} / {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "You may improve it until October 23.        | 2026-10-23T23:59 |",
        "You may improve it until October 22.        | 2026-10-23T23:59 | IMPROVE OTHER_LAST_DAY",
        "Revise it by Friday, October 23.            | 2026-10-23T23:59 |",
        "Resubmit it no later than October 30.       | 2026-10-23T23:59 | IMPROVE OTHER_LAST_DAY",
        "It is due October 16. Revise it by October 23. | 2026-10-23T23:59 |",
        "It is due October 23. It can be better.     | 2026-10-23T23:59 | DUE OTHER_THAN_POSTED",
      })
  void theLastDayToImproveIsCompared(String said, String improve, String found) {
    assertThat(saying(said, c -> c.improve = improve)).isEqualTo(found == null ? "" : found);
  }

  @ParameterizedTest(name = "{0} / {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Hand it in on paper.    | the tray by the door     |",
        "Hand it in online.      | the tray by the door     | HAND_IN OTHER_PLACE",
        "Upload it.              | https://hand.example/in  |",
        "Bring it printed.       | https://hand.example/in  | HAND_IN OTHER_PLACE",
        "Upload it.              | on the class page        |",
        "Bring it on paper.      | on the class page        | HAND_IN OTHER_PLACE",
        "Bring it on paper.      | Room 12                  |",
        "Draw it with a pencil.  | the tray by the door     |",
      })
  void thePlaceWhereItIsHandedInIsCompared(String said, String place, String found) {
    assertThat(saying(said, c -> c.place = place)).isEqualTo(found == null ? "" : found);
  }

  @Test
  void choicesAreCompared() {
    Case board = new Case().says("You have three options. Choose one of these.");
    board.ways = 3;
    board.pick = 1;
    assertThat(board.findings()).isEmpty();
    board.ways = 4;
    assertThat(board.findings()).isEqualTo("WAYS OTHER_WAYS");
    board.ways = 3;
    board.pick = 2;
    assertThat(board.findings()).isEqualTo("WAYS OTHER_PICK");
    Case four = new Case().says("Pick one of four.");
    four.ways = 3;
    four.pick = 1;
    assertThat(four.findings()).isEqualTo("WAYS OTHER_WAYS");
  }

  @Test
  void theOrderThatIsSaidIsTheOrderThatIsKept() {
    Case order = new Case().says("Do not start the essay until the table is done.");
    order.two = true;
    assertThat(order.findings()).isEqualTo("ORDER ORDER_NOT_KEPT");
    order.ordered = true;
    assertThat(order.findings()).isEmpty();
    Case free = new Case().says("You may do them in any order.");
    free.two = true;
    assertThat(free.findings()).isEmpty();
    free.ordered = true;
    assertThat(free.findings()).isEqualTo("ORDER ORDER_KEPT");
  }

  @Test
  void whatIsRequiredIsSaidOfAnOptionalTask() {
    Case optional = new Case().says("This is required.");
    optional.required = false;
    assertThat(optional.findings()).isEqualTo("REQUIRED SAID_REQUIRED");
  }

  @Test
  void ofTwoTasksTheOneThatIsMeantAgrees() {
    Case two = new Case().says("The load table is due October 16, the essay is due October 19.");
    two.two = true;
    assertThat(two.findings()).isEmpty();
    Case later = new Case().says("All of it is due on November 2.");
    later.two = true;
    assertThat(later.findings()).as("of a longer project").isEqualTo("DUE NOTHING_DUE_THEN");
    Case earlier = new Case().says("The load table is due on October 14.");
    earlier.two = true;
    assertThat(earlier.findings()).isEqualTo("DUE OTHER_THAN_POSTED");
  }

  @Test
  void sectionsMeetAtOtherTimesAndTheSameWordsAreRightForEach() {
    Case one = new Case().says("It is due at the start of class on Friday, October 16.");
    assertThat(one.findings()).as("11:59 p.m. is posted").isEqualTo("DUE OTHER_THAN_POSTED");
    Matter matter = one.matter();
    List<Matter.Task> own =
        List.of(
            new Matter.Task(
                LAB,
                "Load table",
                true,
                false,
                0,
                0,
                List.of(at(matter, 0, "2026-10-16T09:40"), at(matter, 1, "2026-10-16T13:00"))));
    Proof proof =
        Proof.of(
            new Matter(
                matter.texts(), matter.papers(), own, matter.sections(), List.of(), Set.of()));
    assertThat(proof.rows()).noneMatch(Proof.Row::open);
    assertThat(
            proof.rows().stream()
                .filter(r -> r.topic() == Proof.Topic.DUE)
                .flatMap(r -> r.posted().stream())
                .map(s -> s.value() + " " + s.of()))
        .containsExactly("2026-10-16T09:40 7A Design", "2026-10-16T13:00 7C Design");
  }

  @Test
  void theOtherDayOfASecondSectionIsLaidBesideThePaper() {
    Matter matter = new Case().writes("It is due on Friday, October 16, at 11:59 p.m.").matter();
    List<Matter.Task> own =
        List.of(
            new Matter.Task(
                LAB,
                "Load table",
                true,
                false,
                0,
                0,
                List.of(at(matter, 0, "2026-10-16T23:59"), at(matter, 1, "2026-10-19T23:59"))));
    assertThat(
            Proof.of(
                    new Matter(
                        matter.texts(),
                        matter.papers(),
                        own,
                        matter.sections(),
                        List.of(),
                        Set.of()))
                .rows())
        .filteredOn(Proof.Row::open)
        .extracting(r -> r.topic() + " " + r.reason().orElseThrow())
        .containsExactly("DUE OTHER_THAN_POSTED");
  }

  private static Optional<Matter.Doing> at(Matter matter, int section, String due) {
    return matter
        .tasks()
        .getFirst()
        .in()
        .get(section)
        .map(
            d ->
                new Matter.Doing(
                    d.minutes(),
                    d.points(),
                    Optional.of(LocalDateTime.parse(due).atZone(CALENDAR.zone()).toInstant()),
                    d.goesUp(),
                    d.closes(),
                    d.doubts(),
                    d.dayMinutes(),
                    d.share(),
                    d.improve(),
                    d.place(),
                    d.takenHere(),
                    d.earlier()));
  }

  /** The lab is due on Friday, October 16; made up for this test, as all of this class. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Your plan is due on Wednesday, October 14.         | ''",
        "Plan it first: that is due on October 14.          | ''",
        "Your first answer is due on Tuesday, October 13.   | ''",
        "The lab is due on Friday, October 16.              | ''",
        // Only who names the part speaks of it.
        "It is due on Wednesday, October 14.                | DUE OTHER_THAN_POSTED",
        "Your plan is due on Tuesday, October 13.           | DUE OTHER_THAN_POSTED",
        "The lab report is due on Tuesday, October 13.      | DUE OTHER_THAN_POSTED"
      })
  void whatIsDueBeforeTheWholeIsComparedWithItsOwnMoment(String said, String found) {
    assertThat(
            with(
                c -> {
                  c.earlier.put("Plan the setup", "2026-10-14T23:59");
                  c.earlier.put("answer", "2026-10-13T23:59");
                  c.says(said);
                }))
        .isEqualTo(found);
  }

  @Test
  void linesThatGoWithThePostingAreCompared() {
    assertThat(with(c -> c.lines.add("Due on Friday, October 16"))).isEmpty();
    assertThat(with(c -> c.lines.add("Due on Monday, October 19")))
        .isEqualTo("DUE OTHER_THAN_POSTED");
    assertThat(with(c -> c.lines.add("See https://tides.example/a, the link is here."))).isEmpty();
    assertThat(with(c -> c.lines.add("Plan 50 minutes."))).isEqualTo("MINUTES OTHER_MINUTES");
  }

  @Test
  void aZoneIsComparedAlsoWhereNoTaskIsTiedToWhatIsSaid() {
    assertThat(untied("The call is at 8 p.m. Eastern on October 14.")).contains("ZONE OTHER_ZONE");
    assertThat(untied("The call is at 8 p.m. Atlantic on October 14.")).doesNotContain("ZONE");
  }

  private static String untied(String said) {
    Matter all = new Case().says(said).matter();
    return Proof.of(
            new Matter(all.texts(), all.papers(), List.of(), all.sections(), List.of(), Set.of()))
        .rows()
        .stream()
        .filter(Proof.Row::open)
        .map(r -> r.topic() + " " + r.reason().orElseThrow())
        .collect(Collectors.joining(", "));
  }

  /** One side alone agrees with nothing. */
  @Test
  void aRowAgreesOnlyWhereTwoSidesWereCompared() {
    int alone = 0;
    for (String said :
        List.of("", "Plan 40 minutes.", "Hand it in online.", "It is for 24 points.")) {
      for (String written : List.of("The map", "Part 1 Draw, 24 points", "Due on October 16")) {
        Case one = new Case().writes(written);
        if (!said.isEmpty()) {
          one.says(said);
        }
        for (Proof.Row row : Proof.of(one.matter()).rows()) {
          long sides = row.statements().stream().map(Proof.Statement::side).distinct().count();
          alone += sides < 2 ? 1 : 0;
          assertThat(row.verdict() == Proof.Verdict.AGREES && sides < 2)
              .as("%s of \u201c%s\u201d and \u201c%s\u201d", row, said, written)
              .isFalse();
        }
      }
    }
    assertThat(alone).isPositive();
  }

  @Test
  void anotherPageIsShownThanIsSaid() {
    Case one = new Case().says("Look at page two.").writes("The map").writes("The table");
    assertThat(one.findings()).isEqualTo("PAGES OTHER_PAGE_SHOWN");
    Case printed = new Case().says("Look at page forty-two.").writes("The map");
    printed.called = "42";
    assertThat(printed.findings()).isEmpty();
    printed.called = "43";
    assertThat(printed.findings()).as("no paper here has or names page 42").isEmpty();
  }

  @Test
  void jottingsStandUntilTheyAreTickedOff() {
    assertThat(with(c -> c.jottings.add(new Matter.Jotted(LAB, new UUID(3, 1), 1, "names 7C"))))
        .isEqualTo("JOTTING JOTTED");
  }

  @Test
  void whatIsOnlyLikelyIsNoFinding() {
    assertThat(with(c -> c.says("The marathon took her 4 hours."))).isEmpty();
    assertThat(with(c -> c.says("It is due the Friday before the break."))).isEmpty();
    assertThat(with(c -> c.says("It is due on 05/11/2026."))).isEmpty();
  }

  /** A plan, a sheet and a talk written from the same facts; then one of them is another. */
  @Test
  void whatWasMadeFromTheSameFactsHasNoFindingAndOneChangedFactHasOne() {
    String[] facts = {"October 16", "24", "40", "250"};
    String[] other = {"October 20", "21", "55", "600"};
    assertThat(made(facts, facts).findings()).isEmpty();
    String[] found = {
      "DUE OTHER_THAN_POSTED",
      "TOTAL OTHER_TOTAL_SAID",
      "MINUTES OTHER_MINUTES",
      "LENGTH OTHER_LENGTH"
    };
    for (int i = 0; i < facts.length; i++) {
      String[] changed = Arrays.copyOf(facts, facts.length);
      changed[i] = other[i];
      assertThat(made(changed, facts).findings()).as("said " + other[i]).isEqualTo(found[i]);
    }
    String[] written = {
      "DUE OTHER_THAN_POSTED",
      "TOTAL POINTS_OF_TASKS",
      "MINUTES OTHER_MINUTES",
      "LENGTH OTHER_LENGTH"
    };
    for (int i = 0; i < facts.length; i++) {
      String[] changed = Arrays.copyOf(facts, facts.length);
      changed[i] = other[i];
      assertThat(made(facts, changed).findings()).as("written " + other[i]).isEqualTo(written[i]);
    }
    Case due = made(facts, facts);
    due.due = "2026-10-19T23:59";
    assertThat(due.findings()).isEqualTo("DUE OTHER_THAN_POSTED");
    Case points = made(facts, facts);
    points.points = "20";
    assertThat(points.findings()).isEqualTo("TOTAL POINTS_OF_TASKS");
    Case minutes = made(facts, facts);
    minutes.minutes = 30;
    assertThat(minutes.findings()).isEqualTo("MINUTES OTHER_MINUTES");
  }

  private static Case made(String[] said, String[] written) {
    return new Case()
        .says(
            "Part one is the load table. It is due on %s. It is worth %s points in all. Plan %s minutes for it. Write %s words about it."
                .formatted((Object[]) said))
        .writes(
            "Due: %s\n%s points in all\nPart 1 The load table, %s minutes\nWrite %s words about it."
                .formatted((Object[]) written));
  }

  @Test
  void whatWasLeftIsKnownAgainUntilASideIsAnother() {
    Proof.Row row = first(new Case().says("It is due on October 15."));
    assertThat(first(new Case().says("So it is due on October 15.")).sides())
        .isEqualTo(row.sides());
    assertThat(first(new Case().says("It is due on October 14.")).sides())
        .isNotEqualTo(row.sides());
  }

  private static Proof.Row first(Case of) {
    return Proof.of(of.matter()).rows().getFirst();
  }
}
