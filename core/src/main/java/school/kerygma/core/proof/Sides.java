package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Place;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** What the kinds of rows have in common. */
final class Sides {

  /** A fact in its text. */
  record Claim(Matter.Text text, Matter.ReadFact told) {

    Statement statement(boolean wrong) {
      return new Statement(
          text.side(),
          told.value().equals(told.fact().value()) ? told.fact().quote().strip() : told.value(),
          told.value(),
          text.name(),
          place(text, told.fact().start()),
          wrong);
    }

    /** The sentence in which it stands. */
    String sentence() {
      return sentenceAt(text.words(), told.fact().start(), told.fact().end());
    }
  }

  private static final Pattern STOP = Pattern.compile("[.!?](?=\\s|$)|\\n\\s*\\n");

  private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");

  private static final Set<String> SMALL =
      Set.of(
          "the", "and", "for", "your", "you", "our", "with", "from", "that", "this", "what",
          "would", "will", "are", "its", "into", "how", "why", "who", "when", "where", "part",
          "step", "task", "page", "all", "one", "two");

  /** Words are compared by so many letters: "sketch" and "sketches" are one. */
  private static final int STEM = 5;

  private Sides() {}

  static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  /** All facts of some kinds on some sides that nobody needs to ask about. */
  static List<Claim> claims(Matter matter, Set<Side> sides, Fact.Kind... kinds) {
    Set<Fact.Kind> wanted = new HashSet<>(Arrays.asList(kinds));
    return matter.texts().stream()
        .filter(t -> sides.contains(t.side()))
        .flatMap(
            t ->
                t.told().stream()
                    .filter(f -> wanted.contains(f.fact().kind()) && !f.asked())
                    .map(f -> new Claim(t, f)))
        .toList();
  }

  static Place place(Matter.Text text, int start) {
    return switch (text.side()) {
      case SAID -> new Place.AtStop(text.id(), text.number(), start);
      case WRITTEN ->
          new Place.OnPage(
              text.shown().map(Matter.Shown::handout).orElse(text.id()),
              text.id(),
              text.number(),
              start);
      case POSTED -> text.number() == 0 ? new Place.InPosting() : new Place.InPlan(text.id());
    };
  }

  /** Words of a text that are no fact, such as "in this order". */
  static Statement words(Matter.Text text, Matcher found, boolean wrong) {
    return new Statement(
        text.side(),
        found.group().strip(),
        found.group().toLowerCase(Locale.ROOT).strip(),
        text.name(),
        place(text, found.start()),
        wrong);
  }

  static Statement posted(UUID task, String value, String of) {
    return new Statement(Side.POSTED, "", value, of, new Place.InPlan(task), false);
  }

  /** What does not disagree: it agrees only if two sides were laid beside one another. */
  static Row agrees(Topic topic, String about, Optional<UUID> task, List<Statement> all) {
    boolean compared = all.stream().map(Statement::side).distinct().count() > 1;
    return new Row(
        topic,
        about,
        task,
        all,
        compared ? Verdict.AGREES : Verdict.NOTHING,
        Optional.empty(),
        List.of());
  }

  static Row row(
      Topic topic,
      String about,
      Optional<UUID> task,
      List<Statement> all,
      Verdict verdict,
      Reason reason,
      String... details) {
    return new Row(topic, about, task, all, verdict, Optional.of(reason), List.of(details));
  }

  static String sentenceAt(String text, int start, int end) {
    int from = 0;
    Matcher stop = STOP.matcher(text);
    while (stop.find() && stop.end() <= start) {
      from = stop.end();
    }
    int until = stop.find(Math.min(end, text.length())) ? stop.end() : text.length();
    return text.substring(from, until).strip();
  }

  /** The words that carry a title, by their stems. */
  static Set<String> carrying(String text) {
    return WORD.matcher(text.toLowerCase(Locale.ROOT))
        .results()
        .map(MatchResult::group)
        .filter(w -> w.length() > 2 && !SMALL.contains(w))
        .map(w -> w.substring(0, Math.min(STEM, w.length())))
        .collect(Collectors.toSet());
  }

  /** Whether two titles are most likely of one thing. */
  static boolean alike(String one, String other) {
    Set<String> a = carrying(one);
    Set<String> b = carrying(other);
    long shared = a.stream().filter(b::contains).count();
    return shared > 0 && 2 * shared >= Math.min(a.size(), b.size());
  }

  /** A part in its paper. */
  record PaperPart(Matter.Paper paper, Outline.Part part) {

    Statement statement(String value, boolean wrong) {
      return new Statement(
          Side.WRITTEN, "", value, paper.title() + ", " + part.label(), paper.at(part), wrong);
    }
  }

  /** The parts of papers that are most likely the same as a task. */
  static List<PaperPart> partsOf(Matter matter, Matter.Task task) {
    List<PaperPart> parts = new ArrayList<>();
    for (Matter.Paper paper : matter.papers()) {
      if (paper.related().contains(task.id())) {
        paper.outline().parts().stream()
            .filter(
                p ->
                    !p.label().isEmpty()
                        && (task.title().contains(p.label()) || alike(p.title(), task.title())))
            .map(p -> new PaperPart(paper, p))
            .forEach(parts::add);
      }
    }
    return parts;
  }

  /** The sections that do a task: those to which it is posted, or else all. */
  static List<Integer> doing(Matter matter, Matter.Task task) {
    List<Integer> all = new ArrayList<>();
    for (int i = 0; i < matter.sections().size(); i++) {
      if (task.in().get(i).isPresent()) {
        all.add(i);
      }
    }
    List<Integer> posted = all.stream().filter(i -> matter.sections().get(i).posted()).toList();
    return posted.isEmpty() ? all : posted;
  }

  static Matter.Doing doing(Matter.Task task, int section) {
    return task.in().get(section).orElseThrow();
  }

  /** What sections have of a task, sections with the same value together, in their order. */
  static List<Statement> postedBySection(
      Matter matter,
      Matter.Task task,
      java.util.function.Function<Integer, Optional<String>> value) {
    List<String> order = new ArrayList<>();
    java.util.Map<String, List<String>> names = new java.util.HashMap<>();
    for (int i : doing(matter, task)) {
      value
          .apply(i)
          .ifPresent(
              v -> {
                if (!names.containsKey(v)) {
                  order.add(v);
                }
                names
                    .computeIfAbsent(v, added -> new ArrayList<>())
                    .add(matter.sections().get(i).name());
              });
    }
    return order.stream()
        .map(v -> posted(task.id(), v, String.join(", ", names.getOrDefault(v, List.of()))))
        .toList();
  }

  /**
   * Whether a text has any of some words at all: patterns are not run over forty pages for none.
   */
  static boolean mentions(Matter.Text text, String... any) {
    String words = text.words().toLowerCase(Locale.ROOT);
    return Arrays.stream(any).anyMatch(words::contains);
  }

  static <T> Stream<T> both(Stream<T> one, Stream<T> other) {
    return Stream.concat(one, other);
  }
}
