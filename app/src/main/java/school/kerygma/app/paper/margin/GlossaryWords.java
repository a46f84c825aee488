package school.kerygma.app.paper.margin;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Glossary;
import school.kerygma.core.handout.PaperText;

/** Words of papers with what they mean. */
@Service
@Transactional
public class GlossaryWords {

  private static final int LONGEST_TERM = 80;
  private static final int LONGEST_MEANING = 400;

  /** A word and what it means. */
  public record Explained(UUID id, String term, String meaning) {}

  /**
   * A word where it first stands on a page.
   *
   * @param boxes in points of the page
   */
  public record Placed(Explained word, List<Box> boxes) {

    /** Where its first line stands, from the top of the page. */
    public double y() {
      return boxes.isEmpty() ? 0 : boxes.getFirst().y();
    }
  }

  private final GlossaryWord.Repository words;
  private final Handouts handouts;
  private final Marks marks;

  GlossaryWords(GlossaryWord.Repository words, Handouts handouts, Marks marks) {
    this.words = words;
    this.handouts = handouts;
    this.marks = marks;
  }

  /**
   * Explains a word; one that is explained already is explained anew.
   *
   * @throws Problem if the word or its meaning is missing or too long
   */
  void explain(UUID handout, String term, String meaning) {
    String word = term.strip().replaceAll("^[\\p{Punct}]+|[\\p{Punct}]+$", "");
    String means = meaning.strip();
    if (word.isEmpty()
        || word.length() > LONGEST_TERM
        || means.isEmpty()
        || means.length() > LONGEST_MEANING) {
      throw Problem.refused("glossary", LONGEST_TERM, LONGEST_MEANING);
    }
    words.findByHandoutIdInOrderByTerm(List.of(handout)).stream()
        .filter(w -> w.term().equalsIgnoreCase(word))
        .findFirst()
        .ifPresentOrElse(
            known -> known.mean(means), () -> words.save(new GlossaryWord(handout, word, means)));
  }

  void forget(UUID handout, UUID id) {
    words.findById(id).filter(w -> w.handoutId().equals(handout)).ifPresent(words::delete);
  }

  /** The words of a handout that no page has any more, or never had. */
  @Transactional(readOnly = true)
  public List<Explained> nowhere(Editions.Content paper) {
    return words.findByHandoutIdInOrderByTerm(List.of(paper.handout())).stream()
        .filter(
            w ->
                paper.leaves().stream()
                    .noneMatch(p -> Glossary.first(p.text(), w.term()).isPresent()))
        .map(GlossaryWords::view)
        .toList();
  }

  /** Where the words of a handout first stand, page by page. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Placed>> places(Editions.Content paper) {
    List<GlossaryWord> own = words.findByHandoutIdInOrderByTerm(List.of(paper.handout()));
    Map<UUID, List<Placed>> places = new LinkedHashMap<>();
    for (Leaf page : own.isEmpty() ? List.<Leaf>of() : paper.leaves()) {
      PaperText text = new PaperText(List.of(page.page()));
      List<Placed> here = new ArrayList<>();
      for (GlossaryWord word : own) {
        Glossary.first(page.text(), word.term())
            .ifPresent(
                p ->
                    here.add(
                        new Placed(view(word), PaperText.lines(text.between(p.start(), p.end())))));
      }
      places.put(page.id(), here);
    }
    return places;
  }

  /**
   * The words that can be read on pages by others than their teacher, in the order of the alphabet.
   */
  @Transactional(readOnly = true)
  public List<Explained> open(Collection<UUID> pageIds) {
    List<UUID> of =
        handouts.pages(pageIds).values().stream().map(PageView::handout).distinct().toList();
    if (of.isEmpty()) {
      return List.of();
    }
    List<GlossaryWord> own = words.findByHandoutIdInOrderByTerm(of);
    if (own.isEmpty()) {
      return List.of();
    }
    Collection<String> texts = marks.openTexts(pageIds).values();
    return own.stream()
        .filter(w -> texts.stream().anyMatch(t -> Glossary.first(t, w.term()).isPresent()))
        .map(GlossaryWords::view)
        .toList();
  }

  /** The words of papers that stand in each of some texts, once each. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Explained>> in(Map<UUID, String> texts, Collection<UUID> papers) {
    List<GlossaryWord> own =
        papers.isEmpty() ? List.of() : words.findByHandoutIdInOrderByTerm(papers);
    Map<UUID, List<Explained>> found = new LinkedHashMap<>();
    texts.forEach(
        (id, text) -> {
          Map<String, Explained> here = new LinkedHashMap<>();
          own.stream()
              .filter(w -> Glossary.first(text, w.term()).isPresent())
              .forEach(w -> here.putIfAbsent(w.term().toLowerCase(Locale.ROOT), view(w)));
          found.put(id, List.copyOf(here.values()));
        });
    return found;
  }

  private static Explained view(GlossaryWord word) {
    return new Explained(word.id(), word.term(), word.meaning());
  }
}
