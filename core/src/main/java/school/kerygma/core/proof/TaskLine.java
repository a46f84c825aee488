package school.kerygma.core.proof;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A task typed in one line: "Sketch three bridges 35 min 6 points due Friday".
 *
 * @param title what is left when the rest is taken out; empty if nothing is
 * @param minutes of doing, if they are said
 * @param points if they are said
 * @param required false if the line says that it is not
 * @param due if the line says so; a date that is not said to be due stays in the title
 * @param doubts about the date
 * @param several whether minutes, points or a due date are said more than once; the first counts
 */
public record TaskLine(
    String title,
    OptionalInt minutes,
    OptionalInt points,
    boolean required,
    Optional<LocalDateTime> due,
    List<DatePhrases.Doubt> doubts,
    boolean several) {

  private static final Pattern OPTIONAL =
      Pattern.compile(
          "[,;(]?\\s*\\b(?:optional|if (?:you|they) (?:like|want)|voluntary)\\b\\s*\\)?",
          Pattern.CASE_INSENSITIVE);

  /** What leads to a number or a date, and goes with it. */
  private static final Pattern LEAD =
      Pattern.compile(
          "(?:[\\s,;:(\u00b7\u2013-]|\\b(?:due|by|until|no later than|for|worth|takes|about|and)\\b)+$",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern EDGE =
      Pattern.compile("^[\\s,;:.(\u00b7\u2013-]+|[\\s,;:(\u00b7\u2013-]+$");

  /** "35m", as nobody writes in a paper. */
  private static final Pattern SHORT_MINUTES = Pattern.compile("\\b(\\d{1,3})m\\b");

  /** Reads a line against the day on which the task is planned. */
  public static TaskLine read(String line, DatePhrases.Reference reference) {
    String text = SHORT_MINUTES.matcher(line.strip()).replaceAll("$1 min");
    Matcher optional = OPTIONAL.matcher(text);
    boolean required = !optional.find();
    text = required ? text : optional.replaceFirst(" ");
    List<Fact> taken = new ArrayList<>();
    boolean several = false;
    OptionalInt minutes = OptionalInt.empty();
    OptionalInt points = OptionalInt.empty();
    Optional<LocalDateTime> due = Optional.empty();
    List<DatePhrases.Doubt> doubts = new ArrayList<>();
    for (Fact fact : FactReader.read(text, reference, List.of())) {
      boolean whole = fact.value().matches("\\d{1,6}");
      if (!whole && fact.kind() != Fact.Kind.DUE) {
        continue; // A plan knows whole points and minutes; others stay in the title.
      }
      switch (fact.kind()) {
        case MINUTES -> {
          several |= minutes.isPresent();
          minutes = minutes.isPresent() ? minutes : OptionalInt.of(Integer.parseInt(fact.value()));
          taken.add(fact);
        }
        case POINTS, TOTAL -> {
          if (text.startsWith(" of ", fact.end())) {
            continue; // Points of view are no points.
          }
          several |= points.isPresent();
          points = points.isPresent() ? points : OptionalInt.of(Integer.parseInt(fact.value()));
          taken.add(fact);
        }
        case DUE -> {
          several |= due.isPresent();
          due = due.isPresent() ? due : Optional.of(LocalDateTime.parse(fact.value()));
          fact.doubts().stream()
              .filter(d -> d != DatePhrases.Doubt.AMBIGUOUS || !isToday(fact, reference))
              .forEach(doubts::add);
          taken.add(fact);
        }
        default -> {
          // Pages, parts and other dates are what the task is about.
        }
      }
    }
    return new TaskLine(
        without(text, taken), minutes, points, required, due, List.copyOf(doubts), several);
  }

  /** A weekday in a line that is planned for that very day means that day. */
  private static boolean isToday(Fact fact, DatePhrases.Reference reference) {
    return LocalDateTime.parse(fact.value()).toLocalDate().equals(reference.today());
  }

  private static String without(String text, List<Fact> taken) {
    StringBuilder rest = new StringBuilder();
    int from = 0;
    for (Fact fact : taken) {
      rest.append(LEAD.matcher(text.substring(from, fact.start())).replaceFirst(" "));
      rest.append(' ');
      from = text.startsWith(")", fact.end()) ? fact.end() + 1 : fact.end();
    }
    rest.append(text.substring(from));
    String title = rest.toString().replaceAll("\\s+", " ").replaceAll(" ([,;.])", "$1");
    return EDGE.matcher(title).replaceAll("").strip();
  }

  /** The rule that says so: on its day, in its week, or else at a fixed moment. */
  public Optional<DueRule> rule(LocalDate day, SchoolCalendar calendar) {
    return due.map(
        at -> {
          LocalDate date = at.toLocalDate();
          if (date.equals(day)) {
            return new DueRule.OnTheDay(at.toLocalTime());
          }
          boolean week = SchoolCalendar.mondayOf(date).equals(SchoolCalendar.mondayOf(day));
          return week && !date.isBefore(day)
              ? new DueRule.DayOfPlanWeek(date.getDayOfWeek(), at.toLocalTime())
              : new DueRule.Fixed(calendar.at(date, at.toLocalTime()));
        });
  }
}
