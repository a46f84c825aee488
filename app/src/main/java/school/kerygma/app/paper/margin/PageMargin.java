package school.kerygma.app.paper.margin;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import school.kerygma.core.proof.Fact;
import school.kerygma.core.rubric.Rubric;

/**
 * The margin of one page: a rubric is one entry, whatever points stand in it; what is in doubt
 * stands for itself.
 *
 * @param picture whether the page has no words at all
 * @param quoted all that was read, to be lit on the page
 * @param notes what has an entry of its own
 */
record PageMargin(
    boolean picture, List<Facts.Note> quoted, List<Facts.Note> notes, List<OfRubric> rubrics) {

  private static final Set<Fact.Kind> COUNTED = Set.of(Fact.Kind.POINTS, Fact.Kind.TOTAL);

  /**
   * A rubric's entry.
   *
   * @param y where its table begins, from the top of the page
   */
  record OfRubric(double y, Rubric rubric) {}

  static PageMargin of(Facts.PageNotes page, List<Rubrics.Table> tables) {
    List<Facts.Note> own = new ArrayList<>(page.notes());
    List<OfRubric> rubrics = new ArrayList<>();
    for (Rubrics.Table table : tables) {
      for (Rubrics.Part part : table.parts()) {
        if (table.rubric().isPresent() && part.page() == page.number()) {
          rubrics.add(new OfRubric(part.grid().box().y(), table.rubric().get()));
          own.removeIf(
              n ->
                  COUNTED.contains(n.fact().kind())
                      && !n.inDoubt()
                      && n.boxes().stream()
                          .anyMatch(b -> part.grid().box().contains(b.centerX(), b.centerY())));
        }
      }
    }
    return new PageMargin(page.picture(), page.notes(), List.copyOf(own), List.copyOf(rubrics));
  }

  /** What is asked when the questions before it are answered. */
  public List<Facts.Note> later() {
    return quoted.stream().filter(Facts.Note::askedLater).toList();
  }

  /** Whether anything plain is still undecided. */
  public boolean hasPlain() {
    return quoted.stream().anyMatch(n -> n.open() && !n.inDoubt());
  }

  public boolean isEmpty() {
    return notes.isEmpty() && rubrics.isEmpty();
  }
}
