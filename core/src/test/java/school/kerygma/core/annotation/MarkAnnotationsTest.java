package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.WebAnnotation.Selector;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;

/** Web Annotation Data Model, 4.2; the fragments of PDF are those of RFC 3778, 3. */
class MarkAnnotationsTest {

  private static final Page FIRST = CarryTest.page(1, "Draw three bridges", "Friday at noon");
  private static final Page SECOND = CarryTest.page(2, "Hand in two sketches");
  private static final List<UUID> IDS = List.of(new UUID(0, 1), new UUID(0, 2));
  private static final Covers NONE = new Covers(List.of());

  private final MarkAnnotations annotations = new MarkAnnotations(List.of(FIRST, SECOND));

  private WebAnnotation of(Mark mark, Covers covers) {
    return annotations.of(new UUID(7, 7), mark, IDS.indexOf(mark.pageId()), "urn:paper", covers);
  }

  private static Mark on(Mark.Kind kind, int page, Box box, int number) {
    return Mark.of(kind, IDS.get(page), List.of(box), number, "");
  }

  /** "two sketches" begins after "Draw three bridges Friday at noon Hand in ": 42 characters. */
  private static final Mark SKETCHES = on(Mark.Kind.RING, 1, new Box(130, 100, 120, 10), 0);

  @Test
  void aMarkSaysItsWordsTheirPlaceInTheTextAndItsPlaceOnThePage() {
    assertThat(of(SKETCHES, NONE).selectors())
        .containsExactly(
            new Selector.TextQuote(
                "two sketches", "e bridges Friday at noon Hand in ".substring(1), ""),
            new Selector.TextPosition(42, 54),
            new Selector.Fragment(
                "page=2&viewrect=130.00,100.00,120.00,10.00",
                "http://tools.ietf.org/rfc/rfc3778",
                Optional.empty()));
  }

  @Test
  void everyKindComesBackAsItWas() {
    Mark note =
        Mark.of(Mark.Kind.NOTE, IDS.get(0), List.of(new Box(300, 200, 62.4, 19)), 0, "In pencil");
    List<Mark> all =
        List.of(
            SKETCHES.saying("two sketches"),
            on(Mark.Kind.UNDERLINE, 0, new Box(50, 120, 60, 10), 0).saying("Friday"),
            on(Mark.Kind.NUMBER, 0, new Box(50, 100, 40, 10), 3).saying("Draw"),
            on(Mark.Kind.LIGHT, 0, new Box(50, 100, 40, 10), 0).saying("Draw"),
            note,
            new Mark.FilledIn(IDS.get(0), new Box(300, 120, 80, 16), "a beam"),
            new Mark.InkLine(
                IDS.get(1), List.of(new Ink.Point(10.5, 20, 2), new Ink.Point(40, 25.25, 2))));
    for (Mark mark : all) {
      assertThat(annotations.mark(of(mark, NONE), IDS)).contains(mark);
    }
    assertThat(all)
        .extracting(Mark::kind)
        .as("every kind that is shown")
        .containsExactlyInAnyOrderElementsOf(
            Arrays.stream(Mark.Kind.values()).filter(Mark.Kind::isShown).toList());
  }

  @Test
  void wordsUnderACoverAreQuotedNowhere() {
    Covers covers = new Covers(List.of(new Box(170, 100, 80, 10)));
    String written = of(SKETCHES, covers).toString();
    assertThat(written).doesNotContain("sketches").doesNotContain("two");
    WebAnnotation beside = of(on(Mark.Kind.RING, 1, new Box(50, 100, 40, 10), 0), covers);
    assertThat(beside.selectors()).contains(new Selector.TextQuote("Hand", "", ""));
    assertThatThrownBy(() -> of(on(Mark.Kind.COVER, 1, new Box(170, 100, 80, 10), 0), covers))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aCommentOfAnotherProgramBecomesANoteUnderItsWords() {
    WebAnnotation theirs =
        new WebAnnotation(
            "http://example.org/anno1",
            "commenting",
            Optional.of("Which Friday?"),
            "http://example.org/paper",
            "",
            List.of(new Selector.TextQuote("Friday", "bridges ", " at noon")));
    Mark note = annotations.mark(theirs, IDS).orElseThrow();
    assertThat(note.kind()).isEqualTo(Mark.Kind.NOTE);
    assertThat(note.words()).isEqualTo("Which Friday?");
    assertThat(note.boxes().getFirst().y()).isEqualTo(132);
  }

  @Test
  void aQuoteThatThePaperHasNotIsPutNowhere() {
    WebAnnotation other =
        new WebAnnotation(
            "",
            "highlighting",
            Optional.empty(),
            "urn:paper",
            "ring",
            List.of(
                new Selector.TextQuote("four towers", "", ""),
                new Selector.Fragment("page=1&viewrect=1,1,5,5", "", Optional.empty())));
    assertThat(annotations.mark(other, IDS)).isEmpty();
    WebAnnotation noPage =
        new WebAnnotation(
            "",
            "highlighting",
            Optional.empty(),
            "urn:paper",
            "ring",
            List.of(new Selector.Fragment("page=9&viewrect=1,1,5,5", "", Optional.empty())));
    assertThat(annotations.mark(noPage, IDS)).isEmpty();
  }
}
