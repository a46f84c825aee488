package school.kerygma.core.check;

import java.math.BigDecimal;
import java.util.List;
import java.util.Set;

/**
 * A question inside a talk. Playback waits for its answer.
 *
 * @param prompt 1 to 300 characters
 * @param setting when it is asked, how often it may be tried and what it is worth
 * @param asks what is asked, with what is right
 */
public record CheckQuestion(String prompt, Setting setting, Asks asks) {

  /** The most lines a question offers. */
  public static final int MOST = 12;

  /** The most times it may be tried. */
  public static final int MOST_TRIES = 9;

  /**
   * When and how it is asked.
   *
   * @param atMs from the beginning of its stop; negative for the stop's end
   * @param tries how often it may be tried, 1 to 9
   * @param points for a right answer, 0 to 100
   */
  public record Setting(long atMs, int tries, int points) {

    /** At the stop's end, three tries, without points. */
    public static final Setting USUAL = new Setting(-1, 3, 0);

    /**
     * @throws IllegalArgumentException if a number is out of its range
     */
    public Setting {
      if (tries < 1 || tries > MOST_TRIES || points < 0 || points > 100) {
        throw new IllegalArgumentException("1 to 9 tries, 0 to 100 points");
      }
    }

    public boolean isAtEnd() {
      return atMs < 0;
    }
  }

  /**
   * @throws IllegalArgumentException if the prompt is empty or too long
   */
  public CheckQuestion {
    prompt = prompt.strip();
    if (prompt.isEmpty() || prompt.length() > 300) {
      throw new IllegalArgumentException("A question has 1 to 300 characters");
    }
  }

  /** What is asked, with what is right. */
  public sealed interface Asks {

    /**
     * Choices, of which some are right.
     *
     * @param right their indices; one, or several
     */
    record Choice(List<String> choices, Set<Integer> right) implements Asks {
      public Choice {
        choices = lines(choices, 2);
        right = Set.copyOf(right);
        if (right.isEmpty() || right.stream().anyMatch(i -> i < 0)) {
          throw new IllegalArgumentException("One of the choices is right");
        }
        int all = choices.size();
        if (right.stream().anyMatch(i -> i >= all)) {
          throw new IllegalArgumentException("No such choice");
        }
      }

      /** Whether exactly one is to be chosen. */
      public boolean isOne() {
        return right.size() == 1;
      }
    }

    /**
     * A number.
     *
     * @param tolerance how far an answer may be away, 0 or more
     * @param unit may be empty
     */
    record Number(BigDecimal value, BigDecimal tolerance, String unit) implements Asks {
      public Number {
        if (tolerance.signum() < 0) {
          throw new IllegalArgumentException("A tolerance is not negative");
        }
      }
    }

    /**
     * Short words.
     *
     * @param accepted any of them
     * @param forgiving whether a letter or two may be wrong
     */
    record Words(List<String> accepted, boolean forgiving) implements Asks {
      public Words {
        accepted = lines(accepted, 1);
      }
    }

    /**
     * Lines to be put in order.
     *
     * @param lines in the right order
     */
    record Order(List<String> lines) implements Asks {
      public Order {
        lines = CheckQuestion.lines(lines, 2);
      }
    }

    /** Pairs to be found: each left has its right. */
    record Match(List<Pair> pairs) implements Asks {
      public Match {
        lines(pairs.stream().map(Pair::left).toList(), 2);
        lines(pairs.stream().map(Pair::right).toList(), 2);
        pairs = List.copyOf(pairs);
      }
    }

    /** One left and its right. */
    record Pair(String left, String right) {}

    /** Things to be sorted into groups. */
    record Sort(List<Group> groups) implements Asks {
      public Sort {
        lines(groups.stream().map(Group::name).toList(), 2);
        lines(groups.stream().flatMap(g -> g.things().stream()).toList(), 2);
        groups = List.copyOf(groups);
      }

      /** All things, group by group. */
      public List<String> things() {
        return groups.stream().flatMap(g -> g.things().stream()).toList();
      }
    }

    /** A group and what belongs to it. */
    record Group(String name, List<String> things) {
      public Group {
        things = List.copyOf(things);
      }
    }

    /** A phrase that is said or shown, to be copied as it is. */
    record Watchword(String phrase) implements Asks {
      public Watchword {
        phrase = phrase.strip().replaceAll("\\s+", " ");
        if (phrase.isEmpty() || phrase.length() > 120) {
          throw new IllegalArgumentException("A watchword has 1 to 120 characters");
        }
      }
    }

    /**
     * A place on the page that is shown: the line in which words stand.
     *
     * @param words as they stand on the page, 1 to 200 characters with a letter or a digit
     */
    record Place(String words) implements Asks {
      public Place {
        words = words.strip().replaceAll("\\s+", " ");
        if (words.length() > 200 || words.codePoints().noneMatch(Character::isLetterOrDigit)) {
          throw new IllegalArgumentException("Words of 1 to 200 characters");
        }
      }
    }

    /**
     * Time to work, in which nothing is asked.
     *
     * @param seconds 5 to 1200
     */
    record Pause(int seconds) implements Asks {
      public Pause {
        if (seconds < 5 || seconds > 1200) {
          throw new IllegalArgumentException("A pause lasts 5 seconds to 20 minutes");
        }
      }
    }
  }

  /** What is right, in words; several answers one after the other. Empty for a pause. */
  public List<String> right() {
    return switch (asks) {
      case Asks.Choice c -> c.right().stream().sorted().map(c.choices()::get).toList();
      case Asks.Number n -> List.of((n.value().toPlainString() + " " + n.unit()).strip());
      case Asks.Words w -> List.of(w.accepted().getFirst());
      case Asks.Order o -> o.lines();
      case Asks.Match m -> m.pairs().stream().map(p -> p.left() + " \u2013 " + p.right()).toList();
      case Asks.Sort s ->
          s.groups().stream().map(g -> g.name() + ": " + String.join(", ", g.things())).toList();
      case Asks.Watchword w -> List.of(w.phrase());
      case Asks.Place p -> List.of(p.words());
      case Asks.Pause p -> List.of();
    };
  }

  private static List<String> lines(List<String> all, int least) {
    List<String> lines = all.stream().map(String::strip).toList();
    if (lines.size() < least || lines.size() > MOST) {
      throw new IllegalArgumentException("There are " + least + " to " + MOST + " lines");
    }
    if (lines.stream().anyMatch(l -> l.isEmpty() || l.length() > 200)) {
      throw new IllegalArgumentException("A line has 1 to 200 characters");
    }
    if (lines.stream().distinct().count() < lines.size()) {
      throw new IllegalArgumentException("A line stands there once");
    }
    return lines;
  }
}
