package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Places are hand-computed: a word is 10 points a letter wide and 10 high, lines are 20 apart. */
class CarryTest {

  private static final UUID OLD = new UUID(0, 1);
  private static final List<UUID> NEW = List.of(new UUID(0, 2), new UUID(0, 3));

  /** A page with a line of words for every text, the first at 100. */
  static Page page(int number, String... lines) {
    List<Word> words = new ArrayList<>();
    for (int i = 0; i < lines.length; i++) {
      double x = 50;
      for (String text : lines[i].split(" ")) {
        if (!text.isEmpty()) {
          words.add(new Word(text, new Box(x, 100 + 20 * i, 10 * text.length(), 10)));
          x += 10 * text.length() + 10;
        }
      }
    }
    return new Page(number, 612, 792, words);
  }

  private static Mark ring(Page page, String... texts) {
    return mark(Mark.Kind.RING, page, texts);
  }

  private static Mark mark(Mark.Kind kind, Page page, String... texts) {
    List<Box> boxes =
        page.words().stream()
            .filter(w -> List.of(texts).contains(w.text()))
            .map(Word::box)
            .toList();
    return Mark.of(kind, OLD, boxes, 0, String.join(" ", texts));
  }

  private static Optional<Mark> carried(Mark mark, Page before, Page... after) {
    return new Carry(List.of(before), List.of(after)).mark(mark, 0, NEW);
  }

  @Test
  void aRingGoesWithItsWordsToAnotherLineAndAnotherPage() {
    Page before = page(1, "Draw three bridges", "Hand in two sketches");
    Optional<Mark> now =
        carried(
            ring(before, "sketches"),
            before,
            page(1, "Draw three bridges"),
            page(2, "New", "", "Hand in two sketches"));
    // The line stood at 120 and stands at 140; "Hand in two" is 120 points wide with its blanks.
    assertThat(now.orElseThrow().pageId()).isEqualTo(NEW.get(1));
    assertThat(now.orElseThrow().boxes()).containsExactly(new Box(170, 140, 80, 10));
  }

  @Test
  void aCoverWhoseLinesComeToStandOnTwoPagesLiesOnBoth() {
    Page before = page(1, "Answers", "first secret", "second secret");
    Mark cover = mark(Mark.Kind.COVER, before, "first", "secret", "second");
    Carry.Covered now =
        new Carry(
                List.of(before),
                List.of(page(1, "Answers", "first secret"), page(2, "More", "second secret")))
            .cover(cover, 0, NEW);
    assertThat(now.sure()).isTrue();
    assertThat(now.covers()).extracting(Mark::pageId).containsExactlyElementsOf(NEW);
    // "first secret" stands at 120 on both; on the second page "second" begins at 50.
    assertThat(now.covers().get(0).boxes())
        .containsExactly(new Box(50, 120, 50, 10), new Box(110, 120, 60, 10));
    assertThat(now.covers().get(1).boxes())
        .containsExactly(new Box(50, 120, 60, 10), new Box(120, 120, 60, 10));
  }

  @Test
  void aCoverOfWhichALineIsGoneKeepsTheOthersAndIsNotSure() {
    Page before = page(1, "Answers", "first secret", "second riddle");
    Mark cover = mark(Mark.Kind.COVER, before, "first", "secret", "second", "riddle");
    Carry.Covered now =
        new Carry(List.of(before), List.of(page(1, "Answers", "first secret", "another riddler")))
            .cover(cover, 0, NEW);
    assertThat(now.sure()).isFalse();
    assertThat(now.covers()).hasSize(1);
  }

  @Test
  void aCoverOfOneBoxOverALineThatIsBrokenByThePageLiesOnBothParts() {
    Page before = page(1, "one two three four");
    Mark cover =
        Mark.of(Mark.Kind.COVER, OLD, List.of(new Box(50, 100, 170, 10)), 0, "one two three four");
    Carry.Covered now =
        new Carry(List.of(before), List.of(page(1, "one two"), page(2, "three four")))
            .cover(cover, 0, NEW);
    assertThat(now.sure()).isTrue();
    assertThat(now.covers()).extracting(Mark::pageId).containsExactlyElementsOf(NEW);
  }

  @Test
  void ofSeveralPlacesTheOneWithTheSameNeighborsIsTaken() {
    Page before = page(1, "a red beam", "a blue beam");
    Mark second = Mark.of(Mark.Kind.UNDERLINE, OLD, List.of(new Box(120, 120, 40, 10)), 0, "beam");
    Optional<Mark> now = carried(second, before, page(1, "a blue beam", "a red beam"));
    assertThat(now.orElseThrow().boxes()).containsExactly(new Box(120, 100, 40, 10));
  }

  /** Of a due date that is moved, or points that are others, the line is still the same. */
  @Test
  void aMarkOnALineOfWhichADateOrANumberHasChangedGoesToThatLine() {
    Page before = page(1, "Hand it in by Friday, October 9", "worth 25 points in all");
    Page after = page(1, "New", "Hand it in by Thursday, October 15", "worth 30 points in all");
    Carry carry = new Carry(List.of(before), List.of(after));
    Carry.Carried date =
        carry.carried(ring(before, "Friday,", "October", "9"), 0, NEW).orElseThrow();
    assertThat(date.reworded()).isTrue();
    assertThat(date.mark().words()).isEqualTo("Thursday, October 15");
    assertThat(date.mark().boxes()).allMatch(b -> b.y() == 120);
    Carry.Carried points = carry.carried(ring(before, "25", "points"), 0, NEW).orElseThrow();
    assertThat(points.reworded()).isTrue();
    assertThat(points.mark().words()).isEqualTo("30 points");
    Carry.Carried same = carry.carried(ring(before, "Hand", "it"), 0, NEW).orElseThrow();
    assertThat(same.reworded()).isFalse();
  }

  /** Other words than dates and numbers are another line, and a number alone has no place. */
  @Test
  void aMarkOnWordsThatAreOthersIsNotPutOnThem() {
    Page before = page(1, "Hand it in by Friday, October 9", "25");
    Page after = page(1, "Bring two pencils on Monday, March 3", "30");
    Carry carry = new Carry(List.of(before), List.of(after));
    assertThat(carry.carried(ring(before, "Friday,", "October", "9"), 0, NEW)).isEmpty();
    assertThat(carry.carried(ring(before, "25"), 0, NEW)).isEmpty();
  }

  @Test
  void aCoverStaysOnlyWhereItsVeryWordsStand() {
    Page before = page(1, "The answer is 42 of course here");
    Page after = page(1, "The answer is 43 of course here");
    Mark cover = mark(Mark.Kind.COVER, before, "42");
    Carry carry = new Carry(List.of(before), List.of(after));
    assertThat(carry.mark(cover, 0, NEW)).isEmpty();
    assertThat(carry.cover(cover, 0, NEW).sure()).isFalse();
  }

  @Test
  void aMarkWhoseWordsAreGoneIsNotPutAnywhere() {
    Page before = page(1, "Bring it on paper", "Friday");
    assertThat(carried(ring(before, "paper"), before, page(1, "Hand it in", "Friday"))).isEmpty();
    assertThat(carried(ring(before, "on", "paper"), before, page(1, "Bring it on", "Friday")))
        .isEmpty();
  }

  @Test
  void aWordIsNotFoundAgainInsideAnother() {
    Page before = page(1, "the art");
    assertThat(carried(ring(before, "art"), before, page(1, "the party"))).isEmpty();
  }

  @Test
  void aCoverStaysOnWhatIsLeftOfAName() {
    Page before = page(1, "Best sketch: Imani", "Second: Imani");
    Mark cover = mark(Mark.Kind.COVER, before, "Imani");
    Optional<Mark> now = carried(cover, before, page(1, "All sketches", "Second: Imani"));
    assertThat(now.orElseThrow().boxes()).containsExactly(new Box(130, 120, 50, 10));
  }

  @Test
  void inkGoesWithTheWordsItIsDrawnOnAndANoteWithTheNearest() {
    Page before = page(1, "Part 1", "Read it");
    Page after = page(1, "New line", "Part 1", "Read it");
    Mark ink = new Mark.InkLine(OLD, List.of(new Ink.Point(52, 125, 2), new Ink.Point(88, 125, 2)));
    Mark note = Mark.of(Mark.Kind.NOTE, OLD, List.of(new Box(150, 118, 100, 19)), 0, "Twice!");
    assertThat(carried(ink, before, after).orElseThrow().ink().getFirst())
        .isEqualTo(new Ink.Point(52, 145, 2));
    assertThat(carried(note, before, after).orElseThrow().boxes())
        .containsExactly(new Box(150, 138, 100, 19));
    assertThat(carried(ink, before, page(1, "Part 1"))).isEmpty();
  }

  @Test
  void aBoxAroundWordsThatAreSetAsBeforeKeepsItsSize() {
    Page before = page(1, "Sketches six points");
    Mark row = Mark.of(Mark.Kind.LIGHT, OLD, List.of(new Box(40, 95, 500, 40)), 0, "");
    Optional<Mark> now = carried(row, before, page(1, "", "Sketches six points"));
    assertThat(now.orElseThrow().boxes()).containsExactly(new Box(40, 115, 500, 40));
  }

  /**
   * Random edits: what was not touched is found where it stands now, what was cut is not invented.
   */
  @RepeatedTest(60)
  void anUntouchedWordIsAlwaysFoundAndACutOneNever(RepetitionInfo run) {
    Random random = new Random(run.getCurrentRepetition());
    List<String> words = new ArrayList<>();
    for (int i = 0; i < 120; i++) {
      words.add("w" + i); // Each word once, so that right and wrong are certain.
    }
    Page before = page(1, lines(words));
    List<String> edited = new ArrayList<>(words);
    String kept = words.get(random.nextInt(words.size()));
    String cut = words.get((words.indexOf(kept) + 7) % words.size());
    edited.remove(cut);
    for (int i = 0; i < 30; i++) {
      int at = random.nextInt(edited.size());
      if (random.nextBoolean()) {
        edited.add(at, "new" + i);
      } else if (!edited.get(at).equals(kept)) {
        edited.remove(at);
      }
    }
    Page after = page(1, lines(edited));
    Box stands =
        after.words().stream().filter(w -> w.text().equals(kept)).findFirst().orElseThrow().box();
    assertThat(carried(ring(before, kept), before, after).orElseThrow().boxes())
        .containsExactly(stands);
    assertThat(carried(ring(before, cut), before, after)).isEmpty();
  }

  private static String[] lines(List<String> words) {
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < words.size(); i += 8) {
      lines.add(
          words.subList(i, Math.min(words.size(), i + 8)).stream()
              .collect(Collectors.joining(" ")));
    }
    return lines.toArray(String[]::new);
  }
}
