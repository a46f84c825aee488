package school.kerygma.core.check;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.check.CheckQuestion.Asks;
import school.kerygma.core.check.CheckQuestion.Setting;

/**
 * Questions as they are written beside a script, and copied: a line that begins with a question
 * mark asks, and the lines beneath it say what is right.
 *
 * <pre>
 * ? Which part rests on the bank?          ? How heavy is it? (2 tries, 3 points)
 * + the abutment                           = 40 N +- 2
 * - the deck                               ? @0:42 What is it called?
 * ? Put them in order.                     ~ truss | trusses
 * 1. draw                                  ? Copy the watchword.
 * 2. build                                 " bridges bend before they break
 * ? What belongs together?                 ? Sort them.
 * arrow -> force                           [moves] truck, wind
 * line -> edge                             [stays] deck
 * ? Write down two questions.              ? Where does it say how long?
 * wait 2 min                               where 15 minutes
 * </pre>
 */
public final class CheckText {

  /** Why a text cannot be read. */
  public enum Fault {
    /** A line that belongs to no question. */
    NO_QUESTION,
    /** A question without anything beneath it. */
    NOTHING_ASKED,
    /** Lines of several kinds beneath one question. */
    SEVERAL_KINDS,
    /** A line that is none of the kinds. */
    NOT_READ,
    /** No choice is right, or a line stands there twice, or there are too many. */
    NOT_POSSIBLE
  }

  /** What is wrong with a line, counted from 1. */
  public record Wrong(int line, Fault fault) {}

  /** What was read; if anything is wrong, it is not to be kept. */
  public record Read(List<CheckQuestion> questions, List<Wrong> wrong) {}

  private static final Pattern AT = Pattern.compile("^@(\\d{1,2}):(\\d\\d)\\s+");
  private static final Pattern SETTING =
      Pattern.compile(
          "\\(\\s*(?:(?<t>\\d)\\s*tr(?:y|ies))?\\s*,?\\s*(?:(?<p>\\d{1,3})\\s*points?)?\\s*\\)\\s*$");
  private static final Pattern NUMBER =
      Pattern.compile(
          "^=\\s*(-?\\d+(?:\\.\\d+)?)\\s*([^\\d\\s+\\u00b1][^+\\u00b1]*?)?\\s*(?:(?:\\+-|\\u00b1)\\s*(\\d+(?:\\.\\d+)?))?\\s*$");
  private static final Pattern ORDER = Pattern.compile("^\\d{1,2}[.)]\\s+(.+)$");
  private static final Pattern GROUP = Pattern.compile("^\\[([^\\]]+)\\]\\s*(.+)$");
  private static final Pattern WHERE = Pattern.compile("^where\\s+[\"\u201c]?(.+?)[\"\u201d]?$");
  private static final Pattern WAIT =
      Pattern.compile("^wait\\s+(\\d{1,4})\\s*(s|sec|seconds?|min|minutes?)$");

  private CheckText() {}

  private record Line(int number, String text) {}

  /** Reads questions. */
  public static Read of(String text) {
    List<CheckQuestion> questions = new ArrayList<>();
    List<Wrong> wrong = new ArrayList<>();
    Line asked = null;
    List<Line> beneath = new ArrayList<>();
    int number = 0;
    for (String raw : text.split("\\R", -1)) {
      number++;
      String line = raw.strip();
      if (line.startsWith("?")) {
        close(asked, beneath, questions, wrong);
        asked = new Line(number, line.substring(1).strip());
        beneath = new ArrayList<>();
      } else if (!line.isEmpty()) {
        if (asked == null) {
          wrong.add(new Wrong(number, Fault.NO_QUESTION));
        } else {
          beneath.add(new Line(number, line));
        }
      }
    }
    close(asked, beneath, questions, wrong);
    return new Read(List.copyOf(questions), List.copyOf(wrong));
  }

  private static void close(
      @Nullable Line asked, List<Line> beneath, List<CheckQuestion> questions, List<Wrong> wrong) {
    if (asked == null) {
      return;
    }
    if (beneath.isEmpty()) {
      wrong.add(new Wrong(asked.number(), Fault.NOTHING_ASKED));
      return;
    }
    Set<Character> kinds = new HashSet<>();
    for (Line line : beneath) {
      Optional<Character> kind = kind(line.text());
      if (kind.isEmpty()) {
        wrong.add(new Wrong(line.number(), Fault.NOT_READ));
        return;
      }
      kinds.add(kind.get());
    }
    if (kinds.size() > 1) {
      wrong.add(new Wrong(beneath.getFirst().number(), Fault.SEVERAL_KINDS));
      return;
    }
    try {
      questions.add(question(asked.text(), kinds.iterator().next(), beneath));
    } catch (IllegalArgumentException e) {
      wrong.add(new Wrong(asked.number(), Fault.NOT_POSSIBLE));
    }
  }

  private static Optional<Character> kind(String line) {
    if (line.startsWith("+") || line.startsWith("-")) {
      return Optional.of('+');
    }
    if (NUMBER.matcher(line).matches()) {
      return Optional.of('=');
    }
    if (line.startsWith("~") || line.startsWith("=")) {
      return Optional.of('~');
    }
    if (line.startsWith("\"")) {
      return Optional.of('"');
    }
    if (ORDER.matcher(line).matches()) {
      return Optional.of('1');
    }
    if (GROUP.matcher(line).matches()) {
      return Optional.of('[');
    }
    if (WAIT.matcher(line.toLowerCase(Locale.ROOT)).matches()) {
      return Optional.of('w');
    }
    if (WHERE.matcher(line).matches()) {
      return Optional.of('p');
    }
    return line.contains("->") ? Optional.of('>') : Optional.empty();
  }

  private static CheckQuestion question(String asked, char kind, List<Line> beneath) {
    String prompt = asked;
    long at = -1;
    Matcher moment = AT.matcher(prompt);
    if (moment.find()) {
      at = 1000L * (60 * Long.parseLong(moment.group(1)) + Long.parseLong(moment.group(2)));
      prompt = prompt.substring(moment.end());
    }
    int tries = Setting.USUAL.tries();
    int points = 0;
    Matcher setting = SETTING.matcher(prompt);
    if (setting.find() && (setting.group("t") != null || setting.group("p") != null)) {
      tries = setting.group("t") == null ? tries : Integer.parseInt(setting.group("t"));
      points = setting.group("p") == null ? 0 : Integer.parseInt(setting.group("p"));
      prompt = prompt.substring(0, setting.start());
    }
    return new CheckQuestion(prompt, new Setting(at, tries, points), asks(kind, beneath));
  }

  private static Asks asks(char kind, List<Line> beneath) {
    List<String> lines = beneath.stream().map(Line::text).toList();
    if ("=~\"wp".indexOf(kind) >= 0 && lines.size() > 1) {
      throw new IllegalArgumentException("One line says it");
    }
    String first = lines.getFirst();
    return switch (kind) {
      case '+' -> {
        Set<Integer> right = new HashSet<>();
        for (int i = 0; i < lines.size(); i++) {
          if (lines.get(i).startsWith("+")) {
            right.add(i);
          }
        }
        yield new Asks.Choice(lines.stream().map(l -> l.substring(1).strip()).toList(), right);
      }
      case '=' -> {
        Matcher m = NUMBER.matcher(first);
        if (!m.matches()) {
          throw new IllegalArgumentException("No number");
        }
        yield new Asks.Number(
            new BigDecimal(m.group(1)),
            m.group(3) == null ? BigDecimal.ZERO : new BigDecimal(m.group(3)),
            m.group(2) == null ? "" : m.group(2).strip());
      }
      case '~' ->
          new Asks.Words(
              Arrays.asList(first.substring(1).strip().split("\\s*\\|\\s*")),
              first.startsWith("~"));
      case '"' -> new Asks.Watchword(first.substring(1).replaceAll("\"\\s*$", ""));
      case '1' ->
          new Asks.Order(lines.stream().map(l -> l.replaceFirst("^\\d{1,2}[.)]\\s+", "")).toList());
      case '[' ->
          new Asks.Sort(
              lines.stream()
                  .map(GROUP::matcher)
                  .filter(Matcher::matches)
                  .map(
                      m ->
                          new Asks.Group(
                              m.group(1).strip(),
                              Arrays.asList(m.group(2).strip().split("\\s*,\\s*"))))
                  .toList());
      case 'p' -> {
        Matcher m = WHERE.matcher(first);
        if (!m.matches()) {
          throw new IllegalArgumentException("No place");
        }
        yield new Asks.Place(m.group(1));
      }
      case 'w' -> {
        Matcher m = WAIT.matcher(first.toLowerCase(Locale.ROOT));
        if (!m.matches()) {
          throw new IllegalArgumentException("No time");
        }
        int n = Integer.parseInt(m.group(1));
        yield new Asks.Pause(m.group(2).startsWith("m") ? 60 * n : n);
      }
      default ->
          new Asks.Match(
              lines.stream()
                  .map(l -> l.split("\\s*->\\s*", 2))
                  .map(p -> new Asks.Pair(p[0].strip(), p[1].strip()))
                  .toList());
    };
  }

  /** The same questions in writing: what {@link #of} reads as the same. */
  public static String write(List<CheckQuestion> questions) {
    return questions.stream().map(CheckText::write).collect(Collectors.joining("\n\n"));
  }

  /** One question in writing. */
  public static String write(CheckQuestion question) {
    StringBuilder text = new StringBuilder("? ");
    Setting setting = question.setting();
    if (!setting.isAtEnd()) {
      long seconds = setting.atMs() / 1000;
      text.append(String.format(Locale.ROOT, "@%d:%02d ", seconds / 60, seconds % 60));
    }
    text.append(question.prompt());
    List<String> about = new ArrayList<>();
    if (setting.tries() != Setting.USUAL.tries()) {
      about.add(setting.tries() == 1 ? "1 try" : setting.tries() + " tries");
    }
    if (setting.points() > 0) {
      about.add(setting.points() == 1 ? "1 point" : setting.points() + " points");
    }
    if (!about.isEmpty()) {
      text.append(" (").append(String.join(", ", about)).append(')');
    }
    return text.append('\n').append(String.join("\n", lines(question.asks()))).toString();
  }

  private static List<String> lines(Asks asks) {
    return switch (asks) {
      case Asks.Choice c -> {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < c.choices().size(); i++) {
          lines.add((c.right().contains(i) ? "+ " : "- ") + c.choices().get(i));
        }
        yield lines;
      }
      case Asks.Number n ->
          List.of(
              ("= "
                      + n.value().toPlainString()
                      + (n.unit().isEmpty() ? "" : " " + n.unit())
                      + (n.tolerance().signum() == 0 ? "" : " +- " + n.tolerance().toPlainString()))
                  .strip());
      case Asks.Words w ->
          List.of((w.forgiving() ? "~ " : "= ") + String.join(" | ", w.accepted()));
      case Asks.Order o -> {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < o.lines().size(); i++) {
          lines.add((i + 1) + ". " + o.lines().get(i));
        }
        yield lines;
      }
      case Asks.Match m -> m.pairs().stream().map(p -> p.left() + " -> " + p.right()).toList();
      case Asks.Sort s ->
          s.groups().stream()
              .map(g -> "[" + g.name() + "] " + String.join(", ", g.things()))
              .toList();
      case Asks.Watchword w -> List.of("\" " + w.phrase());
      case Asks.Place p -> List.of("where " + p.words());
      case Asks.Pause p ->
          List.of(
              p.seconds() % 60 == 0
                  ? "wait " + p.seconds() / 60 + " min"
                  : "wait " + p.seconds() + " s");
    };
  }
}
