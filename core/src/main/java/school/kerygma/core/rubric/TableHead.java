package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * The head of a table, and what it says its columns are there for.
 *
 * @param first the first row under it
 * @param texts of each column; over two rows they are joined
 */
record TableHead(int first, List<String> texts) {

  private static final Pattern LEVEL =
      of(
          "(?:(?:the|a|is|fully|highly|very|mostly|partly|just)\\s+)?(?:excellent|outstanding|exemplary|exceptional|superior|advanced|accomplished|proficien(?:t|cy)|competent|capable|skilled|good|strong|solid|great|satisfactory|acceptable|adequate|average|fair|okay|ok|developing|emerging|beginning|beginner|basic|novice|apprentice|practitioner|expert|distinguished|master(?:y|ed|ing)?|limited|weak|poor|minimal|inadequate|insufficient|unsatisfactory|unacceptable|incomplete|complete|missing|not\\s+(?:yet|there|met|evident|shown|attempted|done)|needs?\\s+(?:\\w+\\s+)?(?:improvement|work|help|attention|support)|needs\\s+\\w+|below|approach(?:es|ing)|nearly|almost|meets?|meeting|met|exceeds?|exceeding|exceeded|above|at\\s+(?:standard|grade|level|expectations?)|partial(?:ly)?|full(?:y)?(?:\\s+(?:credit|marks))?|no\\s+(?:credit|evidence|attempt|marks)|half\\s+(?:credit|marks)|some|pass|fail|always|usually|often|sometimes|rarely|seldom|never|getting\\s+there|got\\s+it|try\\s+again|wow|level|band|concerns?|areas?\\s+(?:for|of|to)|on\\s+target|on\\s+track|secure|progressing|attempted|none|high|medium|low|merit|distinction|strengths?|glows?|grows?)\\b[^.;]{0,30}|[A-F][+-]?");
  private static final Pattern NOT_LEVELS =
      of(
          ".*\\b(?:week|day|date|trial|unit|lesson|period|group|team|student|name|round|problem|test|load|material|time|year|month|chapter|page|room|class|number|no|try|run|sample)\\b.*");
  private static final Pattern CRITERIA =
      of(
          ".*\\b(?:criteri(?:a|on)|categor(?:y|ies)|standards?|expectations?|requirements?|tasks?|elements?|components?|skills?|traits?|objectives?|aspects?|areas?|dimensions?|domains?|descriptions?|indicators?|parts?|sections?|features?|topics?|items?|look[- ]?fors?|what)\\b.*");
  private static final Pattern POINTS =
      of(".*\\b(?:points?|pts|marks?|possible|max(?:imum)?|worth|value|out\\s+of|available)\\b.*");
  private static final Pattern EARNED =
      of(
          ".*\\b(?:earned|awarded|scored?|received|given|grade|your|my|self|teacher|peer|actual|got)\\b.*");
  private static final Pattern POSSIBLE =
      of(".*\\b(?:possible|max(?:imum)?|worth|out\\s+of|available)\\b.*");
  private static final Pattern WEIGHT =
      of(
          ".*(?:\\bweight(?:ing|ed)?\\b|\\bmultiplier\\b|\\bfactor\\b|\u00d7).*|%|x|percent(?:age)?");
  private static final Pattern WHO =
      of(
          ".*\\b(?:teams?|players?|students?|names?|countr(?:y|ies)|cit(?:y|ies)|states?|athletes?|clubs?|schools?|candidates?)\\b.*");
  private static final Pattern OTHER_NUMBERS =
      of(
          ".*(?:[$\u00a3\u20ac\u00b0]|\\b(?:minutes?|hours?|seconds?|days?|weeks?|years?|age|time|cost|price|votes?|amount|number|mass|weight\\s*\\(|length|width|height|distance|temperature|rainfall|population|pages?|words?|mm|cm|m|km|kg|g|ml|degrees?|quantity|how\\s+many)\\b).*");
  private static final Pattern TO_FILL_IN =
      of(
          "(?:your\\s+|student'?s?\\s+)?(?:names?|date|class|period|group|topic|title|teacher|partners?|section)\\s*(?:of\\s+\\w+\\s*)?(?::.*|[_.\\s]{3,})|[_\\s]{3,}");
  private static final Pattern REMARKS =
      of(".*\\b(?:comments?|feedback|notes?|remarks?|reflections?|initials?)\\b.*");

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
  }

  /** The head of a grid, below the titles that go over all of its columns. */
  static TableHead of(Grid grid) {
    int row = 0;
    while (row < grid.rows() - 2 && (isAcross(grid, row) || isFilledIn(grid, row))) {
      row++;
    }
    List<String> texts = texts(grid, row);
    int next = row + 1;
    if (next < grid.rows() - 1 && continues(grid, row, next)) {
      List<String> below = texts(grid, next);
      boolean group = hasWide(grid, row);
      List<String> joined = new ArrayList<>();
      for (int c = 0; c < grid.columns(); c++) {
        boolean same = texts.get(c).equals(below.get(c));
        String above = group && wide(grid, row, c) ? "" : texts.get(c);
        joined.add(same ? texts.get(c) : (above + " " + below.get(c)).strip());
      }
      return new TableHead(next + 1, List.copyOf(joined));
    }
    return new TableHead(next, texts);
  }

  /** A list without a head. */
  static TableHead none(Grid grid) {
    return new TableHead(0, java.util.Collections.nCopies(grid.columns(), ""));
  }

  /** A second row of heads: levels under one wide head, or the points under the levels' names. */
  private static boolean continues(Grid grid, int row, int next) {
    List<String> below = texts(grid, next);
    boolean nameless =
        below.getFirst().isBlank()
            || below.getFirst().equals(grid.text(row, 0))
            || POINTS.matcher(below.getFirst()).matches() && below.getFirst().length() < 20;
    List<String> others = below.subList(1, below.size());
    long levels =
        others.stream()
            .filter(t -> isLevelName(t) || PointsText.alone(t).isPresent() || isShare(t))
            .count();
    boolean onlyNumbers =
        others.stream().allMatch(t -> t.isBlank() || PointsText.alone(t).isPresent() || isShare(t));
    boolean named = texts(grid, row).stream().skip(1).filter(TableHead::isLevelName).count() >= 2;
    return nameless && levels >= 2 && (hasWide(grid, row) || named && onlyNumbers);
  }

  private static boolean isShare(String text) {
    return text.strip().matches("\\d{1,3}(?:\\s*[-\u2013]\\s*\\d{1,3})?\\s*%");
  }

  private static boolean hasWide(Grid grid, int row) {
    return IntStream.range(0, grid.columns()).anyMatch(c -> wide(grid, row, c));
  }

  private static boolean wide(Grid grid, int row, int column) {
    return grid.at(row, column).filter(c -> c.columnSpan() > 1).isPresent();
  }

  static List<String> texts(Grid grid, int row) {
    return IntStream.range(0, grid.columns()).mapToObj(c -> grid.text(row, c)).toList();
  }

  static boolean isAcross(Grid grid, int row) {
    return grid.at(row, 0).filter(c -> c.columnSpan() == grid.columns()).isPresent();
  }

  /** "Name: ____ | Date: ____" stands above the head. */
  private static boolean isFilledIn(Grid grid, int row) {
    List<String> own = texts(grid, row).stream().filter(t -> !t.isBlank()).toList();
    return !own.isEmpty() && own.stream().allMatch(t -> TO_FILL_IN.matcher(t).matches());
  }

  /** Whether a text is a level's name, whatever points stand with it. */
  static boolean isLevelName(String text) {
    String name = PointsText.head(text).name();
    return !name.isBlank() && name.length() <= 40 && LEVEL.matcher(name).matches();
  }

  private static boolean isLevel(String text) {
    PointsText.Head head = PointsText.head(text);
    return isLevelName(text)
        || head.percent() && head.name().length() <= 20
        || head.points().isPresent() && head.name().length() <= 30;
  }

  boolean says(int column, Pattern what) {
    return what.matcher(texts.get(column)).matches();
  }

  /** Whether a column is of people or places, whose points are those of a game. */
  boolean saysWho(int column) {
    return says(column, WHO);
  }

  /** Whether a column's numbers are something else than points. */
  boolean saysOther(int column) {
    return says(column, OTHER_NUMBERS);
  }

  boolean saysCriteria(int column) {
    return says(column, CRITERIA);
  }

  boolean saysPoints(int column) {
    return says(column, POINTS) || isEarned(column);
  }

  /** Whether a column is for what was reached, as far as its head says. */
  boolean isEarned(int column) {
    return says(column, EARNED) && !says(column, POSSIBLE);
  }

  boolean isPossible(int column) {
    return says(column, POSSIBLE);
  }

  boolean saysWeight(int column) {
    return says(column, WEIGHT);
  }

  boolean isForRemarks(int column) {
    return says(column, REMARKS);
  }

  static boolean namesPoints(String text) {
    return text.length() < 30 && POINTS.matcher(text).matches();
  }

  /**
   * The columns whose heads are levels; none if they cannot be: what stands at the head of a time
   * table is no quality, and levels go up or down.
   */
  List<Integer> levels(IntFunction<List<String>> cells) {
    boolean bareOnly = texts.stream().noneMatch(TableHead::isLevelName);
    List<Integer> levels =
        IntStream.range(0, texts.size())
            .filter(
                c ->
                    isLevel(texts.get(c))
                        && !isForRemarks(c)
                        && !(c == 0 && isJustAWord(texts.get(c)))
                        && !(saysWeight(c) && !isLevelName(texts.get(c)))
                        && !(c == 0 && saysCriteria(c) && !cells.apply(c).isEmpty())
                        && !(bareOnly
                            && PointsText.head(texts.get(c)).plain()
                            && cells.apply(c).stream().allMatch(TableHead::isData)))
            .boxed()
            .toList();
    if (bareOnly && NOT_LEVELS.matcher(texts.getFirst()).matches()) {
      return List.of();
    }
    List<BigDecimal> points =
        levels.stream()
            .map(c -> PointsText.head(texts.get(c)).points())
            .flatMap(Optional::stream)
            .map(Range::high)
            .toList();
    return levels.size() < 2 || !isMonotonous(points) ? List.of() : levels;
  }

  /** "Level" over the names of the rows is no level itself. */
  private static boolean isJustAWord(String text) {
    return text.strip().matches("(?i)(?:performance\\s+)?(?:levels?|bands?|grades?)");
  }

  private static boolean isData(String cell) {
    return cell.isBlank() || PointsText.alone(cell).isPresent();
  }

  /** Whether numbers only go up or only go down. */
  static boolean isMonotonous(List<BigDecimal> numbers) {
    boolean up = true;
    boolean down = true;
    for (int i = 1; i < numbers.size(); i++) {
      int step = numbers.get(i).compareTo(numbers.get(i - 1));
      up &= step > 0;
      down &= step < 0;
    }
    return up || down;
  }
}
