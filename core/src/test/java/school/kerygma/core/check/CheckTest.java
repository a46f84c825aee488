package school.kerygma.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.check.CheckQuestion.Asks;

/** Questions inside a talk (common practice: how teachers ask, and what they let count). */
class CheckTest {

  private static final UUID ID = new UUID(7, 11);

  private static Asks asks(String lines) {
    CheckText.Read read = CheckText.of("? Which?\n" + lines.replace("/", "\n"));
    assertThat(read.wrong()).isEmpty();
    return read.questions().getFirst().asks();
  }

  private static Judge.Verdict typed(String lines, String typed) {
    return Judge.of(ID, asks(lines), List.of(typed)).verdict();
  }

  /** The places at which lines are shown. */
  private static List<String> places(Asks asks, String... lines) {
    List<String> shown = Judge.shown(ID, asks);
    return Arrays.stream(lines).map(l -> "" + shown.indexOf(l)).toList();
  }

  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "= 40 N +- 2      | 40        | RIGHT",
        "= 40 N +- 2      | 42 N      | RIGHT",
        "= 40 N +- 2      | 38.0N     | RIGHT",
        "= 40 N +- 2      | 42.1      | WRONG",
        "= 40 N +- 2      | 40 kg     | OTHER_UNIT",
        "= 40 N +- 2      | forty     | UNREADABLE",
        "= 1250           | 1,250     | RIGHT",
        "= 1250           | 1 250     | RIGHT",
        "= 1.5            | 1,5       | RIGHT",
        "= 1.5            | 1.50      | RIGHT",
        "= 0.5 +- 0.01    | .5        | RIGHT",
        "= -3             | -3        | RIGHT",
        "= -3             | 3         | WRONG",
        "= 7              | 7 7       | WRONG",
        "= 7              | ''        | UNREADABLE",
      })
  void aNumberIsRightWithinItsTolerance(String lines, String answer, Judge.Verdict verdict) {
    assertThat(typed(lines, answer)).isEqualTo(verdict);
  }

  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "~ truss            | truss       | RIGHT",
        "~ truss            | A Truss.    | RIGHT",
        "~ truss            | trus        | RIGHT",
        "~ truss            | turss       | RIGHT",
        "~ truss            | tresses     | WRONG",
        "~ abutment         | abuttmant   | RIGHT",
        "~ abutment         | apartment   | WRONG",
        "~ arch             | arc         | RIGHT",
        "~ bar              | bat         | WRONG",
        "= truss            | trus        | WRONG",
        "= truss            | TRUSS       | RIGHT",
        "~ \u00e9tude       | etude       | RIGHT",
        "~ load table       | the loadtable | RIGHT",
        "~ truss            | ''          | WRONG",
      })
  void wordsAreRightWithALetterOrTwoWrong(String lines, String answer, Judge.Verdict verdict) {
    assertThat(typed(lines, answer)).isEqualTo(verdict);
  }

  @Test
  void anyOfSeveralWordsIsRight() {
    assertThat(typed("~ truss | frame", "frame")).isEqualTo(Judge.Verdict.RIGHT);
    assertThat(typed("~ truss | frame", "arch")).isEqualTo(Judge.Verdict.WRONG);
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Bridges bend before they break.       | RIGHT",
        "  Bridges  bend before they break.    | RIGHT",
        "bridges bend before they break.       | WRONG",
        "Bridges bend before they break        | WRONG",
        "Bridges bent before they break.       | WRONG",
      })
  void aWatchwordIsCopiedAsItIs(String answer, Judge.Verdict verdict) {
    assertThat(typed("\" Bridges bend before they break.", answer)).isEqualTo(verdict);
  }

  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "where 15 minutes              | 1 | RIGHT",
        "where \"15 Minutes\"            | 1 | RIGHT",
        "where 15 minutes              | 0 | WRONG",
        "where 15 minutes              | 4 | UNREADABLE",
        "where 15 minutes              | '' | UNREADABLE",
        "where picture of the page     | 2 | RIGHT",
        "where picture of the page     | 3 | RIGHT",
        "where every part. Take        | 2 | RIGHT",
        "where every part. Take        | 3 | WRONG",
        "where Part 2                  | 1 | WRONG",
      })
  void aPlaceIsTheLineOrTheTwoLinesInWhichTheWordsStand(
      String lines, String answer, Judge.Verdict verdict) {
    List<String> page =
        List.of(
            "Part 1  Read and ask",
            "Write down two questions. 15 minutes.",
            "Label every part. Take a picture of",
            "the page. 35 minutes.");
    assertThat(Judge.of(ID, asks(lines), List.of(answer), page).verdict()).isEqualTo(verdict);
    assertThat(CheckText.write(CheckText.of("? Where?\n" + lines).questions()))
        .isEqualTo("? Where?\n" + lines.replace("\"", ""));
    assertThat(Judge.where(new Asks.Place("nowhere"), page)).isEmpty();
  }

  @Test
  void quotationMarksOfATelephoneAreQuotationMarks() {
    assertThat(typed("\" it's \u2013 \u201chere\u201d", "it\u2019s - \"here\""))
        .isEqualTo(Judge.Verdict.RIGHT);
  }

  @Test
  void ofChoicesTheRightOnesAndNoOthersAreRight() {
    Asks one = asks("- deck/+ abutment/- rail");
    assertThat(Judge.of(ID, one, places(one, "abutment")).isRight()).isTrue();
    assertThat(Judge.of(ID, one, places(one, "deck")).verdict()).isEqualTo(Judge.Verdict.WRONG);
    assertThat(Judge.of(ID, one, places(one, "deck", "abutment")).verdict())
        .isEqualTo(Judge.Verdict.UNREADABLE);
    Asks several = asks("+ arrow/- line/+ number");
    assertThat(Judge.of(ID, several, places(several, "number", "arrow")).isRight()).isTrue();
    Judge.Judged half = Judge.of(ID, several, places(several, "number"));
    assertThat(half).isEqualTo(new Judge.Judged(Judge.Verdict.WRONG, 1, 2));
    assertThat(Judge.of(ID, several, places(several, "number", "arrow", "line")).isRight())
        .isFalse();
    assertThat(Judge.of(ID, several, List.of("9")).verdict()).isEqualTo(Judge.Verdict.UNREADABLE);
    assertThat(Judge.of(ID, several, List.of()).verdict()).isEqualTo(Judge.Verdict.UNREADABLE);
  }

  @Test
  void anOrderPairsAndGroupsAreJudgedLineByLine() {
    Asks order = asks("1. draw/2. build/3. load");
    assertThat(Judge.of(ID, order, places(order, "draw", "build", "load")).isRight()).isTrue();
    assertThat(Judge.of(ID, order, places(order, "draw", "load", "build")))
        .isEqualTo(new Judge.Judged(Judge.Verdict.WRONG, 1, 3));
    assertThat(Judge.of(ID, order, places(order, "draw", "build")).verdict())
        .isEqualTo(Judge.Verdict.UNREADABLE);
    Asks match = asks("arrow -> force/line -> edge/ring -> joint");
    assertThat(Judge.of(ID, match, places(match, "force", "edge", "joint")).isRight()).isTrue();
    assertThat(Judge.of(ID, match, places(match, "edge", "force", "joint")).correct()).isOne();
    Asks sort = asks("[moves] truck, wind/[stays] deck");
    List<String> right =
        Judge.shown(ID, sort).stream().map(t -> t.equals("deck") ? "1" : "0").toList();
    assertThat(Judge.of(ID, sort, right).isRight()).isTrue();
    assertThat(Judge.of(ID, sort, List.of("0", "0", "0")).correct()).isEqualTo(2);
    assertThat(Judge.of(ID, sort, List.of("0", "0", "2")).verdict())
        .isEqualTo(Judge.Verdict.UNREADABLE);
  }

  @Test
  void whatIsOfferedNeverStandsInTheRightOrderAndIsTheSameForEverybody() {
    Asks order = asks("1. a/2. b");
    for (int i = 0; i < 50; i++) {
      UUID id = new UUID(i, 3 * i);
      assertThat(Judge.shown(id, order)).containsExactly("b", "a");
    }
    Asks four = asks("1. a/2. b/3. c/4. d");
    assertThat(Judge.shown(ID, four)).isEqualTo(Judge.shown(ID, four)).contains("a", "b", "c", "d");
    List<List<String>> all = new ArrayList<>();
    for (int i = 0; i < 50; i++) {
      all.add(Judge.shown(new UUID(i, 3 * i), four));
    }
    assertThat(all).doesNotContain(List.of("a", "b", "c", "d"));
    assertThat(all.stream().distinct().count()).isGreaterThan(5);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "? Which?\n- deck\n+ abutment",
        "? @1:05 Which?\n+ a\n+ b\n- c",
        "? How heavy? (2 tries, 3 points)\n= 40 N +- 2",
        "? How many?\n= 7",
        "? What is it? (1 try)\n~ truss | trusses",
        "? Spell it.\n= truss",
        "? In order.\n1. draw\n2. build",
        "? Together?\narrow -> force\nline -> edge",
        "? Sort. (1 point)\n[moves] truck, wind\n[stays] deck",
        "? Copy it.\n\" bridges bend",
        "? Write two questions.\nwait 2 min",
        "? Write two questions.\nwait 90 s",
      })
  void whatIsReadIsWrittenTheSame(String text) {
    CheckText.Read read = CheckText.of(text);
    assertThat(read.wrong()).isEmpty();
    assertThat(CheckText.write(read.questions())).isEqualTo(text);
  }

  @Test
  void severalQuestionsAreReadWithTheirSettings() {
    CheckText.Read read =
        CheckText.of("? One (5 points)\n+ a\n- b\n\n\n? @0:42 Two (1 try)\n= 3\n");
    assertThat(read.questions())
        .extracting(q -> q.prompt() + " " + q.setting())
        .containsExactly(
            "One Setting[atMs=-1, tries=3, points=5]",
            "Two Setting[atMs=42000, tries=1, points=0]");
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Hello                     | 1 NO_QUESTION",
        "? Which?                  | 1 NOTHING_ASKED",
        "? Which?/? What?/= 3      | 1 NOTHING_ASKED",
        "? Which?/+ a/= 3          | 2 SEVERAL_KINDS",
        "? Which?/Hello            | 2 NOT_READ",
        "? Which?/- a/- b          | 1 NOT_POSSIBLE",
        "? Which?/+ a              | 1 NOT_POSSIBLE",
        "? Which?/+ a/- a          | 1 NOT_POSSIBLE",
        "? Which?/= 3/= 4          | 1 NOT_POSSIBLE",
        "? Which?/wait 40 min      | 1 NOT_POSSIBLE",
        "?/= 3                     | 1 NOT_POSSIBLE",
        "? Which? (0 tries)/= 3    | 1 NOT_POSSIBLE",
        "? Which?/1. a             | 1 NOT_POSSIBLE",
      })
  void whatCannotBeReadIsToldByItsLine(String text, String wrong) {
    assertThat(
            CheckText.of(text.replace("/", "\n")).wrong().stream()
                .map(w -> w.line() + " " + w.fault())
                .collect(Collectors.joining(", ")))
        .isEqualTo(wrong);
  }

  @Test
  void aTextOfAnyKindIsReadOrToldAndNeverFails() {
    for (String text :
        List.of(
            "",
            "?",
            "\n\n",
            "? a\n->",
            "? a\n[ ] ,",
            "? a\n~",
            "? a\n\"",
            "? a\n+",
            "? @9:99 a\n= 1")) {
      CheckText.Read read = CheckText.of(text);
      assertThat(read.questions().isEmpty() || read.wrong().isEmpty()).as(text).isTrue();
    }
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '@',
      value = {
        "- beam/+ truss                   @ truss",
        "+ beam/+ truss/- arch            @ beam; truss",
        "= 40 N +- 2                      @ 40 N",
        "~ truss | trusses                @ truss",
        "1. draw/2. build                 @ draw; build",
        "arrow -> force/ring -> joint     @ arrow \u2013 force; ring \u2013 joint",
        "[moves] truck, wind/[rests] deck @ moves: truck, wind; rests: deck",
      })
  void whatIsRightIsSaidInWords(String lines, String right) {
    CheckQuestion question =
        CheckText.of("? Which?\n" + lines.replace("/", "\n")).questions().getFirst();
    assertThat(String.join("; ", question.right())).isEqualTo(right);
  }
}
