package school.kerygma.core.question;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;

/** Lays questions side by side that ask the same: about the same place, in much the same words. */
public final class SameQuestions {

  /**
   * A question.
   *
   * @param place what it is about: a stop, or a task
   * @param atMs where in the stop, from its beginning; 0 for a task
   * @param words as they were asked
   */
  public record Asked(UUID id, UUID asker, UUID place, long atMs, String words) {}

  /**
   * Questions that ask the same.
   *
   * @param all of them, in the order in which they were asked
   */
  public record Group(List<Asked> all) {

    /** How many people ask it. */
    public int askers() {
      return (int) all.stream().map(Asked::asker).distinct().count();
    }

    /**
     * Whether so many ask it that all should hear the answer: three people, and a tenth of those
     * who could ask.
     *
     * @param of how many could ask
     */
    public boolean isEverybodys(int of) {
      return askers() >= MANY && askers() * 10 >= of;
    }

    /**
     * The same, where it is known who played the stop again about which it is asked: then two
     * people are enough, if half of those who watched it, and three at least, went back.
     *
     * @param again how many played it again
     * @param watched how many have watched it
     */
    public boolean isEverybodys(int of, int again, int watched) {
      return isEverybodys(of) || (askers() > 1 && again >= MANY && 2 * again >= watched);
    }
  }

  private static final int MANY = 3;

  /** So near in a talk, few of the words need to be the same. */
  private static final long NEAR_MS = 15_000;

  private static final double ALIKE = 0.5;

  /** Words that questions of all kinds have. */
  private static final Set<String> COMMON =
      Set.of(
          ("a an the this that these those it its is are was were be been do does did i we you he she they me"
                  + " my our your to of in on at for from with and or but so if then than as by not no yes can could"
                  + " should would will must may have has had what which who when where why how much many there here"
                  + " get got need please also just about")
              .split(" "));

  private SameQuestions() {}

  /** Groups questions, those that most people ask first. */
  public static List<Group> of(List<Asked> questions) {
    List<List<Asked>> groups = new ArrayList<>();
    for (Asked question : questions) {
      List<Asked> together = new ArrayList<>();
      for (List<Asked> group : List.copyOf(groups)) {
        if (group.stream().anyMatch(q -> isSame(q, question))) {
          together.addAll(group);
          groups.remove(group);
        }
      }
      together.add(question);
      groups.add(together);
    }
    return groups.stream()
        .map(
            g -> new Group(g.stream().sorted(Comparator.comparingInt(questions::indexOf)).toList()))
        .sorted(
            Comparator.comparing((Group g) -> -g.askers())
                .thenComparing(g -> questions.indexOf(g.all().getFirst())))
        .toList();
  }

  private static boolean isSame(Asked a, Asked b) {
    if (!a.place().equals(b.place())) {
      return false;
    }
    Set<String> first = content(a.words());
    Set<String> second = content(b.words());
    Set<String> both = new HashSet<>(first);
    both.retainAll(second);
    if (both.isEmpty()) {
      return first.equals(second); // Both have nothing but common words.
    }
    boolean near = Math.abs(a.atMs() - b.atMs()) <= NEAR_MS;
    double share = (double) both.size() / Math.min(first.size(), second.size());
    return near ? share >= ALIKE : share > ALIKE;
  }

  private static Set<String> content(String words) {
    Set<String> content = new HashSet<>();
    for (String word : words.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
      if (!word.isEmpty() && !COMMON.contains(word)) {
        content.add(stem(word));
      }
    }
    return content;
  }

  /** Without the commonest endings: "bends", "bending" and "bend" are one word. */
  private static String stem(String word) {
    for (String end : List.of("ing", "ed", "es", "s")) {
      if (word.endsWith(end) && word.length() - end.length() >= 3) {
        return word.substring(0, word.length() - end.length());
      }
    }
    return word;
  }
}
