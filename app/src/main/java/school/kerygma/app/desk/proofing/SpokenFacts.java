package school.kerygma.app.desk.proofing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Interner;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.FactReader;
import school.kerygma.core.proof.Matter;

/**
 * The facts of words that are said or posted, as each section takes them. What was read once is
 * known: while a teacher writes, only the words that have changed are read.
 */
@Component
class SpokenFacts {

  /** The stops of some hundred walkthroughs. */
  private static final int KNOWN = 5_000;

  /** Only such words mean other moments to sections that meet at other times. */
  private static final Pattern OF_MEETINGS =
      Pattern.compile(
          "\\b(?:class|lesson|meet(?:s|ing)?|period|school)\\b", Pattern.CASE_INSENSITIVE);

  /** What sections share; kept once, so that it is not compared date by date. */
  private record Against(DatePhrases.Reference reference, List<String> sections) {}

  private record Read(String words, Against against) {

    /** Equal contexts are one and the same. */
    @Override
    public boolean equals(@Nullable Object other) {
      return other instanceof Read r && r.against == against && r.words.equals(words);
    }

    @Override
    public int hashCode() {
      return 31 * words.hashCode() + System.identityHashCode(against);
    }
  }

  private final Interner<Against> contexts = Interner.newWeakInterner();

  private final Cache<Read, List<Matter.ReadFact>> known =
      Caffeine.newBuilder().maximumSize(KNOWN).build();

  /** Against what a section takes words: its own meetings, or those of the first. */
  static final class Context {

    private final Against own;
    private final Against shared;

    private Context(Against own, Against shared) {
      this.own = own;
      this.shared = shared;
    }
  }

  /**
   * The contexts of some sections.
   *
   * @param references of the sections, at least one
   * @param names of all sections of the teacher
   */
  List<Context> contexts(List<DatePhrases.Reference> references, List<String> names) {
    return references.stream()
        .map(
            r ->
                new Context(
                    contexts.intern(new Against(r, names)),
                    contexts.intern(
                        new Against(
                            new DatePhrases.Reference(
                                r.today(), r.calendar(), references.getFirst().meets()),
                            names))))
        .toList();
  }

  /**
   * The facts of a text.
   *
   * @param contexts of the sections, in their order
   */
  List<List<Matter.ReadFact>> of(String words, List<Context> contexts) {
    boolean ofMeetings = OF_MEETINGS.matcher(words).find();
    List<List<Matter.ReadFact>> all = new ArrayList<>();
    for (Context context : contexts) {
      all.add(
          known.get(new Read(words, ofMeetings ? context.own : context.shared), SpokenFacts::read));
    }
    return all;
  }

  private static List<Matter.ReadFact> read(Read of) {
    return FactReader.read(of.words(), of.against().reference(), of.against().sections()).stream()
        .map(Matter.ReadFact::of)
        .toList();
  }
}
