package school.kerygma.core.proof;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.handout.Block;
import school.kerygma.core.handout.Line;
import school.kerygma.core.handout.NumberedSteps;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.proof.Fact.Kind;
import school.kerygma.core.reading.DueReader;
import school.kerygma.core.reading.TakenBack;
import school.kerygma.core.text.NumberWords;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Reads the facts of a text: the one reader for what is said, what is written and what is posted.
 */
public final class FactReader {

  private static final Pattern NUMBER = of("(?:\\d+|" + NumberWords.PATTERN + ")\\b");
  private static final Pattern LINK = of("\\b(?:https?://|www\\.)[^\\s<>\"')]+[^\\s<>\"').,;:!?]");
  private static final Pattern GROUP =
      Pattern.compile(
          "(?<!\\b(?:[Rr]oom|[Ll]ocker|[Ss]eat|[Rr]ow|[Gg]ate|[Ff]igure|[Ff]ig\\.|[Ee]xercise|[Qq]uestion|[Tt]able|[Cc]hapter|[Pp]age|[Pp]art|[Ss]tep|[Uu]nit)\\s)\\b\\d{1,2}[A-H]\\b");

  /** After these a sentence goes on, whatever line the next word stands in. */
  private static final Pattern UNFINISHED =
      of(
          ".*,|on|by|before|until|at|is|are|was|be|the|due|in|for|to|of|and|or|from|than|an?|your|our|no|not|later|next|this|with|will|must");

  private FactReader() {}

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  /**
   * The facts of a text, in the order of their places; none overlaps another.
   *
   * @param reference against which dates are read
   * @param sections names of the teacher's sections
   */
  public static List<Fact> read(
      String text, DatePhrases.Reference reference, Collection<String> sections) {
    return apart(all(text, reference, sections, Set.of()));
  }

  /**
   * The facts of a page: those of its text and the numbers of its instructions.
   *
   * @param reference against which dates are read
   * @param sections names of the teacher's sections
   */
  public static List<Fact> read(
      Page page, DatePhrases.Reference reference, Collection<String> sections) {
    String text = page.text();
    List<Fact> all = all(text, reference, sections, breaks(page));
    for (NumberedSteps.Step step : NumberedSteps.of(page)) {
      all.add(
          new Fact(
              Kind.STEP,
              step.start(),
              step.labelEnd(),
              text.substring(step.start(), step.labelEnd()),
              "" + step.number(),
              List.of()));
    }
    return apart(all);
  }

  /** Where a heading, a paragraph, a line of a list or a cell begins, in the text of a page. */
  private static Set<Integer> breaks(Page page) {
    Map<Word, Block> runs = new IdentityHashMap<>();
    for (Block block : Block.of(Line.of(page.words()))) {
      block.runs().forEach(run -> run.words().forEach(word -> runs.put(word, run)));
    }
    Set<Integer> breaks = new HashSet<>();
    int at = 0;
    for (int i = 1; i < page.words().size(); i++) {
      Word before = page.words().get(i - 1);
      Word word = page.words().get(i);
      at += before.letters().length();
      if (runs.get(word) != runs.get(before) && !goesOn(before.text(), word.text())) {
        breaks.add(at);
      }
      at += before.isBroken() ? 0 : 1;
    }
    return breaks;
  }

  /** Lines far apart may still be one sentence: "is due on", "Friday". */
  private static boolean goesOn(String before, String word) {
    return Character.isLowerCase(word.codePointAt(0)) || UNFINISHED.matcher(before).matches();
  }

  private static List<Fact> all(
      String text,
      DatePhrases.Reference reference,
      Collection<String> sections,
      Set<Integer> breaks) {
    List<Fact> all = new ArrayList<>();
    matches(LINK, text, m -> all.add(fact(Kind.LINK, m, m.group())));
    List<Fact> numbers = corrected(text, NumberFacts.in(text));
    dates(text, reference, numbers, breaks, all);
    all.addAll(numbers);
    sections(text, sections, all);
    return all;
  }

  /**
   * "Forty points. I mean fifty points": what is taken back is not said; without a unit it asks.
   */
  private static List<Fact> corrected(String text, List<Fact> numbers) {
    List<Fact> kept = new ArrayList<>();
    for (Fact n : numbers) {
      OptionalInt instead = TakenBack.after(text, n.end());
      if (instead.isEmpty()) {
        kept.add(n);
        continue;
      }
      int at = instead.getAsInt();
      boolean again = numbers.stream().anyMatch(o -> o.kind() == n.kind() && o.start() == at);
      Matcher number = NUMBER.matcher(text).region(at, text.length());
      if (!again && number.lookingAt()) {
        String quote = text.substring(n.start(), number.end());
        kept.add(
            new Fact(
                n.kind(),
                n.start(),
                number.end(),
                quote,
                n.value(),
                List.of(DatePhrases.Doubt.LEFT_OVER)));
      } else if (!again) {
        kept.add(n);
      }
    }
    return kept;
  }

  private interface Taker {
    void take(Matcher m);
  }

  private static void matches(Pattern pattern, String text, Taker taker) {
    Matcher m = pattern.matcher(text);
    while (m.find()) {
      taker.take(m);
    }
  }

  private static Fact fact(Kind kind, Matcher m, String value) {
    return new Fact(kind, m.start(), m.end(), m.group(), value, List.of());
  }

  private static void dates(
      String text,
      DatePhrases.Reference reference,
      List<Fact> numbers,
      Set<Integer> breaks,
      List<Fact> all) {
    DueReader.Reading reading =
        DueReader.of(
            text,
            DatePhrases.read(text, reference, breaks),
            reference.calendar(),
            numbers.stream().map(n -> new int[] {n.start(), n.end()}).toList(),
            breaks);
    for (DatePhrases.Unread unread : reading.unread()) {
      all.add(
          new Fact(
              Kind.DATE,
              unread.start(),
              unread.end(),
              unread.quote(),
              unread.quote(),
              List.of(DatePhrases.Doubt.NOT_UNDERSTOOD)));
    }
    for (DueReader.Read read : reading.dates()) {
      DatePhrases.Found found = read.date();
      LocalDateTime meant = found.date().atTime(found.time().orElse(SchoolCalendar.DUE_TIME));
      all.add(
          new Fact(
              read.due() ? Kind.DUE : Kind.DATE,
              read.start(),
              read.end(),
              text.substring(read.start(), read.end()),
              meant.toString(),
              List.copyOf(read.doubts())));
    }
  }

  private static void sections(String text, Collection<String> names, List<Fact> all) {
    for (String name : names) {
      matches(
          Pattern.compile("(?<!\\w)" + Pattern.quote(name) + "(?!\\w)"),
          text,
          m -> all.add(fact(Kind.SECTION, m, name)));
    }
    matches(
        GROUP,
        text,
        m -> {
          Optional<String> own = names.stream().filter(n -> n.startsWith(m.group())).findFirst();
          all.add(
              fact(own.isPresent() ? Kind.SECTION : Kind.OTHER_SECTION, m, own.orElse(m.group())));
        });
  }

  /** Of facts that overlap the longer one stays; of equal ones the one that was read first. */
  private static List<Fact> apart(List<Fact> all) {
    List<Fact> kept = new ArrayList<>();
    all.stream()
        .sorted(Comparator.comparing((Fact f) -> f.start() - f.end()))
        .filter(f -> kept.stream().noneMatch(k -> f.start() < k.end() && k.start() < f.end()))
        .forEachOrdered(kept::add);
    kept.sort(Comparator.comparing(Fact::start));
    return List.copyOf(kept);
  }
}
