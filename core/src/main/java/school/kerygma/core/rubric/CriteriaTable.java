package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import school.kerygma.core.rubric.Rubric.Form;
import school.kerygma.core.rubric.Rubric.Kind;
import school.kerygma.core.rubric.Rubric.Level;
import school.kerygma.core.text.Amounts;

/**
 * A table whose rows are criteria. What its columns are there for is told by what stands in them
 * and over them, not by their place.
 *
 * <p>Long because a column is understood from all rows, and a row from all columns.
 */
final class CriteriaTable {

  private enum Role {
    NAME,
    LEVEL,
    POINTS,
    WEIGHT,
    TEXT,
    BOX,
    IDLE
  }

  private static final Pattern TOTAL =
      Pattern.compile(
          "(?:grand\\s+|final\\s+)?(?:total\\b|sum\\b|altogether\\b|overall\\s+(?:score|total|grade)\\b|max(?:imum)?(?:\\s+(?:points|score|marks))?\\s*:?$|points\\s+possible\\b|final\\s+(?:score|grade)\\b).*|(?:your|my)\\s+(?:total|score|grade)\\b.*",
          Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
  private static final Pattern SUBTOTAL =
      Pattern.compile("sub-?\\s?total\\b.*", Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
  private static final Pattern BOX =
      Pattern.compile(
          "[\u2610-\u2612\u25a1\u25a2\u25fb\u25cb\u2713\u2714\u2751\u274f\uf06f\uf0a8\uf0fe\uf071]|\\[\\s*[xX]?\\s*\\]|_{1,}|o");
  private static final Pattern BOX_HEAD =
      Pattern.compile(
          "yes|no|done|check(?:ed)?|\u2713|\u2714|self|peer|teacher|student|y|n|met|not met|box|tick",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern EXTRA =
      Pattern.compile(
          "\\b(?:bonus|extra\\s+credit|deductions?|penalt(?:y|ies)|points?\\s+off)\\b",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern UNDER =
      Pattern.compile(
          "(?:\\d{1,2}[a-z][.):]?|\\(?[a-z][.)]|\\d{1,2}\\.\\d{1,2}\\.?|[-\u2013\u2022\u25aa\u25e6*\u2023\uf0b7])\\s*\\S.*",
          Pattern.DOTALL);

  private final Grid grid;
  private final TableHead head;
  private final List<Integer> levels;
  private final List<Role> roles;
  private final int name;
  private final int subname;
  private final int points;
  private final List<CriterionRow> rows = new ArrayList<>();
  private final List<List<Kind>> kinds = new ArrayList<>();
  private Optional<BigDecimal> total = Optional.empty();

  CriteriaTable(Grid grid) {
    this.grid = grid;
    TableHead first = TableHead.of(grid);
    this.head = isHeadless(grid, first) ? TableHead.none(grid) : first;
    this.levels = head.levels(this::cells);
    List<Role> found = new ArrayList<>(Collections.nCopies(grid.columns(), Role.TEXT));
    for (int c = 0; c < grid.columns(); c++) {
      found.set(c, role(c));
    }
    this.name = nameColumn(found);
    if (name >= 0) {
      found.set(name, Role.NAME);
    }
    this.roles = found;
    this.subname = subnameColumn();
    this.points = pointsColumn();
    if (name >= 0) {
      readRows();
      mendWeights();
    }
  }

  boolean hasLevels() {
    return levels.size() >= 2 && name >= 0;
  }

  static boolean isTotal(String name) {
    return TOTAL.matcher(name.strip()).matches();
  }

  /** Whether the first row is like those under it: a list without a head. */
  private static boolean isHeadless(Grid grid, TableHead head) {
    int row = head.first() - 1;
    if (TableHead.texts(grid, row).stream()
        .anyMatch(t -> TableHead.namesPoints(t) && PointsText.stated(t).isEmpty())) {
      return false;
    }
    if (IntStream.range(0, grid.columns()).anyMatch(c -> countsIn(grid, row, c))) {
      return true;
    }
    return IntStream.range(0, grid.columns())
        .anyMatch(
            c -> {
              String first = grid.text(row, c).strip();
              List<String> others =
                  IntStream.range(head.first(), grid.rows())
                      .mapToObj(r -> grid.text(r, c).strip())
                      .filter(t -> !t.isEmpty() && !isTotal(t))
                      .toList();
              return !first.isEmpty()
                  && !others.isEmpty()
                  && (isBox(first) && others.stream().allMatch(CriteriaTable::isBox)
                      || PointsText.stated(first).isPresent()
                          && !TableHead.isLevelName(first)
                          && !TableHead.namesPoints(first.replaceAll("\\(.*", ""))
                          && others.stream().allMatch(t -> PointsText.stated(t).isPresent())
                          && others.stream().noneMatch(TableHead::isLevelName));
            });
  }

  /** A number in the first row is no head if a total below counts it in, or all have a unit. */
  private static boolean countsIn(Grid grid, int row, int column) {
    BigDecimal sum = BigDecimal.ZERO;
    Optional<BigDecimal> total = Optional.empty();
    boolean units = grid.rows() - row > 1;
    for (int r = row; r < grid.rows(); r++) {
      Optional<BigDecimal> number = PointsText.alone(grid.text(r, column)).map(Range::high);
      if (TableHead.texts(grid, r).stream().anyMatch(CriteriaTable::isTotal)) {
        total = number;
      } else if (number.isEmpty()) {
        return false;
      } else {
        sum = sum.add(number.get());
        units = units && PointsText.hasUnit(grid.text(r, column));
      }
    }
    return units || total.isPresent() && total.get().compareTo(sum) == 0;
  }

  private static boolean isBox(String text) {
    return BOX.matcher(text).matches();
  }

  /** What stands under the head of a column, and in no total. */
  private List<String> cells(int column) {
    return IntStream.range(head.first(), grid.rows())
        .filter(r -> !TableHead.isAcross(grid, r))
        .filter(r -> TableHead.texts(grid, r).stream().noneMatch(CriteriaTable::isTotal))
        .mapToObj(r -> grid.text(r, column))
        .filter(t -> !t.isBlank())
        .toList();
  }

  private Role role(int column) {
    List<String> cells = cells(column);
    String over = head.texts().get(column).strip();
    boolean boxes = cells.stream().allMatch(t -> BOX.matcher(t.strip()).matches());
    if (boxes && (!cells.isEmpty() || BOX_HEAD.matcher(over).matches())) {
      return Role.BOX;
    }
    if (levels.contains(column)) {
      return Role.LEVEL;
    }
    if (cells.isEmpty()) {
      return Role.IDLE;
    }
    boolean weights =
        cells.stream().allMatch(t -> PointsText.weight(t, head.saysWeight(column)).isPresent());
    if (weights) {
      return Role.WEIGHT;
    }
    boolean points = cells.stream().allMatch(t -> PointsText.alone(t).isPresent());
    if (points && head.saysOther(column) && !head.saysPoints(column)) {
      return Role.IDLE;
    }
    if (points) {
      if (isCounting(column, cells) && !head.saysPoints(column)) {
        return Role.IDLE;
      }
      boolean says =
          head.saysPoints(column) || cells.stream().allMatch(PointsText::hasUnit) || over.isBlank();
      return says || addsUp(column, cells) ? Role.POINTS : Role.IDLE;
    }
    boolean blanks = cells.stream().allMatch(t -> t.strip().matches("[_\\s/]*|n/?a"));
    return blanks || head.isForRemarks(column) ? Role.IDLE : Role.TEXT;
  }

  /** The numbers of the rows themselves. */
  private boolean isCounting(int column, List<String> cells) {
    return column == 0
        && cells.size() > 1
        && IntStream.range(0, cells.size())
            .allMatch(i -> cells.get(i).replaceAll("[.)]", "").strip().equals("" + (i + 1)));
  }

  /** Numbers under any head are points if a total says their sum. */
  private boolean addsUp(int column, List<String> cells) {
    BigDecimal sum =
        cells.stream()
            .flatMap(t -> PointsText.alone(t).stream())
            .map(Range::high)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    return IntStream.range(head.first(), grid.rows())
        .filter(r -> TableHead.texts(grid, r).stream().anyMatch(CriteriaTable::isTotal))
        .mapToObj(r -> PointsText.alone(grid.text(r, column)))
        .flatMap(Optional::stream)
        .anyMatch(t -> t.high().compareTo(sum) == 0);
  }

  private int nameColumn(List<Role> found) {
    int rowsUnderHead = grid.rows() - head.first();
    List<Integer> able =
        IntStream.range(0, grid.columns())
            .filter(c -> found.get(c) == Role.TEXT || found.get(c) == Role.LEVEL)
            .filter(c -> 2 * cells(c).size() >= Math.min(rowsUnderHead, cells(0).size()))
            .filter(c -> !cells(c).isEmpty())
            .boxed()
            .toList();
    return able.stream()
        .filter(c -> found.get(c) == Role.TEXT && head.saysCriteria(c))
        .findFirst()
        .or(() -> able.stream().filter(c -> found.get(c) == Role.TEXT).findFirst())
        .or(() -> able.stream().filter(head::saysCriteria).findFirst())
        .or(() -> onlyFilled(able))
        .orElse(-1);
  }

  /** Where what is to be reached stands between columns that are left blank. */
  private Optional<Integer> onlyFilled(List<Integer> able) {
    long filled = levels.stream().filter(c -> !cells(c).isEmpty()).count();
    return able.size() == 1 && filled == 1 ? Optional.of(able.getFirst()) : Optional.empty();
  }

  private int subnameColumn() {
    if (name < 0 || name + 1 >= grid.columns() || roles.get(name + 1) != Role.TEXT) {
      return -1;
    }
    boolean merged =
        grid.cells().stream()
            .anyMatch(c -> c.column() == name && c.row() >= head.first() && c.rowSpan() > 1);
    return merged ? name + 1 : -1;
  }

  private void readRows() {
    for (int r = 0; r < grid.rows(); r++) {
      if (r < head.first()) {
        boolean title = TableHead.isAcross(grid, r);
        kinds.add(
            Collections.nCopies(
                grid.columns(), title || levels.isEmpty() ? Kind.TITLE : Kind.LEVELS));
      } else {
        readRow(r);
      }
    }
  }

  private void readRow(int r) {
    List<String> texts = TableHead.texts(grid, r);
    Optional<String> total = texts.stream().filter(CriteriaTable::isTotal).findFirst();
    boolean subtotal = texts.stream().anyMatch(t -> SUBTOTAL.matcher(t.strip()).matches());
    String own = texts.get(name).strip();
    if (total.isPresent() && isShort(texts) && !subtotal) {
      this.total = total(r, texts);
      kinds.add(Collections.nCopies(grid.columns(), Kind.TOTAL));
    } else if (own.isEmpty() && isNamelessTotal(r, texts)) {
      this.total = PointsText.alone(texts.get(points)).map(Range::high).map(Amounts::plain);
      kinds.add(Collections.nCopies(grid.columns(), Kind.TOTAL));
    } else if (own.isEmpty() && !subtotal && points >= 0 && !texts.get(points).isBlank()) {
      nameless(r, texts);
    } else if (subtotal || own.isEmpty()) {
      kinds.add(Collections.nCopies(grid.columns(), Kind.NOTHING));
    } else {
      add(r, texts);
      kinds.add(
          IntStream.range(0, grid.columns())
              .mapToObj(
                  c ->
                      switch (roles.get(c)) {
                        case NAME -> Kind.CRITERION;
                        case LEVEL, TEXT -> Kind.ASKED;
                        case POINTS, WEIGHT, BOX -> Kind.NUMBER;
                        case IDLE -> Kind.NOTHING;
                      })
              .toList());
    }
  }

  /** A number alone under the last row. */
  private boolean isNamelessTotal(int r, List<String> texts) {
    return r == grid.rows() - 1
        && points >= 0
        && !rows.isEmpty()
        && IntStream.range(0, grid.columns()).allMatch(c -> c == points || texts.get(c).isBlank());
  }

  /** A row that says points belongs to the sum, whatever its first cell says. */
  private void nameless(int r, List<String> texts) {
    int column =
        IntStream.range(0, grid.columns())
            .filter(c -> roles.get(c) == Role.TEXT && !texts.get(c).isBlank())
            .findFirst()
            .orElse(name);
    rows.add(filled(row(r, column, texts.get(column).strip(), false), texts));
    kinds.add(
        IntStream.range(0, grid.columns())
            .mapToObj(c -> c == column ? Kind.CRITERION : Kind.ASKED)
            .toList());
  }

  private static boolean isShort(List<String> texts) {
    return texts.stream().allMatch(t -> t.length() <= 60);
  }

  private Optional<BigDecimal> total(int r, List<String> texts) {
    List<Optional<Range>> ways = new ArrayList<>();
    for (int c = 0; c < grid.columns(); c++) {
      if (roles.get(c) == Role.POINTS && !head.isEarned(c)) {
        ways.add(PointsText.alone(texts.get(c)));
      }
    }
    texts.reversed().forEach(t -> ways.add(isTotal(t) ? PointsText.stated(t) : Optional.empty()));
    texts.reversed().stream()
        .filter(t -> PointsText.hasUnit(t))
        .forEach(t -> ways.add(PointsText.alone(t)));
    Optional<Range> best =
        IntStream.range(0, grid.columns())
            .filter(c -> roles.get(c) != Role.WEIGHT)
            .mapToObj(c -> PointsText.alone(texts.get(c)))
            .flatMap(Optional::stream)
            .max((a, b) -> a.high().compareTo(b.high()));
    ways.add(best);
    texts.stream()
        .filter(CriteriaTable::isTotal)
        .forEach(t -> ways.add(PointsText.head(t).points()));
    return ways.stream().flatMap(Optional::stream).map(Range::high).findFirst().map(Amounts::plain);
  }

  private void add(int r, List<String> texts) {
    String own = texts.get(name).strip();
    boolean across = TableHead.isAcross(grid, r);
    Optional<Grid.Cell> cell = grid.at(r, name);
    boolean goesOn = cell.isPresent() && cell.get().row() < r;
    if (subname >= 0 && cell.isPresent() && cell.get().rowSpan() > 1 && !sharedPoints(cell.get())) {
      if (!goesOn || rows.isEmpty()) {
        rows.add(row(r, name, own, true));
        rows.getLast().merged = true;
      }
      String part = texts.get(subname).strip();
      if (!part.isEmpty()) {
        rows.getLast().under.add(filled(row(r, subname, part, false), texts));
      }
      return;
    }
    if (goesOn) {
      return;
    }
    CriterionRow row = row(r, name, own, across);
    if (!across) {
      filled(row, texts);
    }
    boolean bare = !across && isBare(texts);
    boolean sections = rows.isEmpty() || rows.getFirst().section;
    if (across || bare && sections && !rowsAreBare()) {
      rows.add(row(r, name, own, true));
    } else if (!rows.isEmpty() && belongs(own)) {
      rows.getLast().under.add(row);
    } else {
      rows.add(row);
    }
  }

  /** Points that are merged over the same rows as their name belong to all of them. */
  private boolean sharedPoints(Grid.Cell group) {
    return IntStream.range(0, grid.columns())
        .filter(c -> roles.get(c) == Role.POINTS)
        .mapToObj(c -> grid.at(group.row(), c))
        .flatMap(Optional::stream)
        .anyMatch(c -> c.row() == group.row() && c.rowSpan() == group.rowSpan());
  }

  private boolean belongs(String own) {
    return rows.getLast().section && !rows.getLast().merged
        || UNDER.matcher(own).matches() && !UNDER.matcher(rows.getLast().name).matches();
  }

  /** Whether a row says nothing but its name. */
  private boolean isBare(List<String> texts) {
    return IntStream.range(0, grid.columns())
        .filter(c -> c != name && roles.get(c) != Role.BOX)
        .allMatch(c -> texts.get(c).isBlank());
  }

  private boolean rowsAreBare() {
    return IntStream.range(0, grid.columns())
        .filter(c -> c != name && roles.get(c) != Role.BOX)
        .allMatch(c -> cells(c).isEmpty());
  }

  private CriterionRow row(int r, int column, String text, boolean section) {
    CriterionRow row = new CriterionRow(r, column, PointsText.without(text), section);
    row.named = PointsText.stated(text).map(Range::high);
    row.weight = PointsText.weightIn(text);
    row.extra = EXTRA.matcher(text).find();
    return row;
  }

  private CriterionRow filled(CriterionRow row, List<String> texts) {
    List<BigDecimal> asked = new ArrayList<>();
    List<BigDecimal> single = new ArrayList<>();
    boolean anyLevel = false;
    for (int c = 0; c < grid.columns(); c++) {
      String text = texts.get(c);
      switch (roles.get(c)) {
        case WEIGHT -> row.weight = PointsText.weight(text, true).or(() -> row.weight);
        case LEVEL -> {
          Optional<Range> own = PointsText.cell(text);
          own.map(Range::high).ifPresent(asked::add);
          row.cellsSaySo |= own.isPresent() && PointsText.hasUnit(text);
          anyLevel = true;
        }
        case TEXT -> PointsText.each(text).stream().map(Range::high).forEach(single::add);
        default -> {
          // Says nothing about points.
        }
      }
    }
    if (points >= 0) {
      row.points = PointsText.alone(texts.get(points)).map(Range::high);
      row.extra |= texts.get(points).strip().matches("[+\u2212-].*");
    }
    if (levels.isEmpty()) {
      row.cells = single.isEmpty() ? Optional.empty() : Optional.of(sum(single));
      row.cellsSaySo = true;
    } else if (row.cellsSaySo || !headsSaySo() && asked.size() == filledLevels(texts)) {
      row.cells = asked.stream().max(BigDecimal::compareTo);
    }
    row.level = anyLevel ? mostOf(levels) : mostOf(eachUpTo());
    return row;
  }

  private int filledLevels(List<String> texts) {
    return (int)
        Math.max(2, levels.stream().filter(c -> c != name && !texts.get(c).isBlank()).count());
  }

  /** Whether the heads of the levels say points as such, so that bare numbers are none. */
  private boolean headsSaySo() {
    return levels.stream()
        .map(c -> PointsText.head(head.texts().get(c)))
        .anyMatch(h -> h.points().isPresent() && !h.plain());
  }

  private Optional<BigDecimal> mostOf(List<Integer> columns) {
    return columns.stream()
        .flatMap(c -> PointsText.head(head.texts().get(c)).points().stream())
        .map(Range::high)
        .max(BigDecimal::compareTo);
  }

  /** Columns to be filled in, whose head says how much each row can give: "Score (0-5)". */
  private List<Integer> eachUpTo() {
    return IntStream.range(0, grid.columns())
        .filter(c -> roles.get(c) == Role.IDLE && head.saysPoints(c))
        .filter(c -> PointsText.stated(head.texts().get(c)).isPresent())
        .boxed()
        .toList();
  }

  static BigDecimal sum(List<BigDecimal> of) {
    return of.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  /** A form to tick, whose columns need not be levels: "always, sometimes, never". */
  private boolean isBlankForm() {
    boolean blank = levels.stream().filter(c -> c != name).allMatch(c -> cells(c).isEmpty());
    return blank && !head.saysCriteria(name);
  }

  private Stream<CriterionRow> all() {
    return rows.stream().flatMap(r -> Stream.concat(Stream.of(r), r.under.stream()));
  }

  Optional<Rubric> rubric() {
    if (rows.isEmpty()) {
      return Optional.empty();
    }
    boolean listed = all().anyMatch(r -> r.hasOwn() || r.cells.isPresent() || r.level.isPresent());
    boolean game =
        head.saysWho(name) && !head.saysCriteria(name) && all().allMatch(r -> r.named.isEmpty());
    if (game || !levels.isEmpty() && !listed && isBlankForm()) {
      return Optional.empty();
    }
    if (levels.isEmpty() && !listed) {
      return Optional.empty();
    }
    return Optional.of(
        new Rubric(
            levels.isEmpty() ? Form.LIST : Form.CRITERIA,
            levels.stream()
                .map(c -> PointsText.head(head.texts().get(c)))
                .map(h -> new Level(h.name(), h.points()))
                .toList(),
            kinds,
            new Readings(rows, new Readings.Says(headsSaySo(), points >= 0 && !columnSays()), total)
                .all(),
            total));
  }

  private boolean columnSays() {
    return !head.isEarned(points) && head.saysPoints(points)
        || cells(points).stream().allMatch(PointsText::hasUnit);
  }

  /** Of several columns of points the one that says what is possible. */
  private int pointsColumn() {
    List<Integer> able =
        IntStream.range(0, grid.columns())
            .filter(c -> roles.get(c) == Role.POINTS)
            .boxed()
            .toList();
    return able.stream()
        .filter(head::isPossible)
        .findFirst()
        .or(() -> able.stream().filter(c -> !head.isEarned(c)).findFirst())
        .or(() -> able.stream().findFirst())
        .orElse(-1);
  }

  /** Bare weights that make a hundred are shares. */
  private void mendWeights() {
    List<Weight> all = all().flatMap(r -> r.weight.stream()).toList();
    BigDecimal hundred = new BigDecimal(100);
    if (all.size() > 1
        && all.stream().noneMatch(Weight::percent)
        && sum(all.stream().map(Weight::value).toList()).compareTo(hundred) == 0) {
      all().forEach(r -> r.weight = r.weight.map(w -> new Weight(w.value(), true)));
    }
  }
}
