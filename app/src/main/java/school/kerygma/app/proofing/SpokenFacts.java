package school.kerygma.app.proofing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
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

  private record Read(String words, DatePhrases.Reference reference, List<String> sections) {}

  private final Cache<Read, List<Matter.Told>> known =
      Caffeine.newBuilder().maximumSize(KNOWN).build();

  /**
   * The facts of a text.
   *
   * @param references of the sections, in their order
   * @param names of all sections of the teacher
   */
  List<List<Matter.Told>> of(
      String words, List<DatePhrases.Reference> references, List<String> names) {
    boolean ofMeetings = OF_MEETINGS.matcher(words).find();
    List<List<Matter.Told>> all = new ArrayList<>();
    for (DatePhrases.Reference reference : references) {
      DatePhrases.Reference as =
          ofMeetings
              ? reference
              : new DatePhrases.Reference(
                  reference.today(), reference.calendar(), references.getFirst().meets());
      all.add(known.get(new Read(words, as, names), SpokenFacts::read));
    }
    return all;
  }

  private static List<Matter.Told> read(Read of) {
    return FactReader.read(of.words(), of.reference(), of.sections()).stream()
        .map(Matter.Told::of)
        .toList();
  }
}
