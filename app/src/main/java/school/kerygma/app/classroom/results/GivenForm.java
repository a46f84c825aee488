package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.result.Given;
import school.kerygma.core.result.TypedPoints;
import school.kerygma.core.rubric.MarkedBy;
import school.kerygma.core.rubric.Range;

/**
 * What a teacher gives, as the page sends it.
 *
 * @param points for the whole, where no rubric gives them
 * @param seen the state that the page had before it
 * @param late whether what being late costs is taken off; null if nobody was asked
 */
record GivenForm(
    @Nullable List<Row> rows,
    @Nullable String points,
    @Nullable String words,
    @Nullable String seen,
    @Nullable Boolean late) {

  /**
   * What is given for a criterion; points that are empty are those of the level.
   *
   * @param level null if it is the one that the points bring
   */
  record Row(
      @Nullable String criterion,
      @Nullable String level,
      @Nullable String points,
      @Nullable String words) {}

  /**
   * What is meant.
   *
   * @param before rows that were given by an earlier rubric stay
   * @throws Problem that names the field that cannot be read
   */
  Given read(TaskRubric.By by, Optional<Given> before) {
    List<Given.Row> given = new ArrayList<>();
    List<Row> sent = Objects.requireNonNullElse(rows, List.of());
    for (MarkedBy.Criterion criterion : by.criteria()) {
      sent.stream()
          .filter(r -> r != null && criterion.name().equals(r.criterion()))
          .findFirst()
          .map(r -> row(criterion, r))
          .filter(r -> !r.isEmpty())
          .ifPresent(given::add);
    }
    before.map(Given::rows).orElse(List.of()).stream()
        .filter(r -> by.criteria().stream().noneMatch(c -> c.name().equals(r.criterion())))
        .forEach(given::add);
    String typed = Objects.requireNonNullElse(points, "");
    boolean byRows = by.criteria().stream().anyMatch(c -> c.most().isPresent());
    if (byRows && !typed.isBlank()) {
      throw Problem.refused("points-by-rows").at("points");
    }
    Optional<BigDecimal> whole = byRows ? Optional.empty() : points(typed, by.outOf(), "points");
    String said = Objects.requireNonNullElse(words, "");
    if (said.length() > Given.LONGEST) {
      throw Problem.refused("hand-in-word", Given.LONGEST).at("words");
    }
    Set<String> named = given.stream().map(Given.Row::criterion).collect(Collectors.toSet());
    return new Given(given, whole, by.outOf(named), said);
  }

  /** Points for the whole, as they are typed into a table: all that was said otherwise stays. */
  static GivenForm points(String typed, String seen, Optional<Given> before) {
    return new GivenForm(
        before.map(Given::rows).orElse(List.of()).stream()
            .map(
                r ->
                    new Row(
                        r.criterion(),
                        r.level(),
                        r.points().map(BigDecimal::toPlainString).orElse(""),
                        r.words()))
            .toList(),
        typed,
        before.map(Given::words).orElse(""),
        seen,
        null);
  }

  /**
   * Where nobody is asked, it is taken off of the first points that are given, and stays as it is.
   */
  boolean costs(Optional<Given> before) {
    return Objects.requireNonNullElseGet(
        late,
        () -> before.filter(b -> b.got().isPresent()).map(b -> b.late().isPresent()).orElse(true));
  }

  private static Given.Row row(MarkedBy.Criterion criterion, Row sent) {
    String pressed = Objects.requireNonNullElse(sent.level(), "");
    Optional<MarkedBy.Level> chosen =
        criterion.levels().stream().filter(l -> l.name().equals(pressed)).findFirst();
    if (chosen.isEmpty() && !pressed.isEmpty()) {
      throw Problem.unreadable();
    }
    String said = Objects.requireNonNullElse(sent.words(), "");
    if (said.length() > Given.LONGEST_OF_ROW) {
      throw Problem.refused("hand-in-word", Given.LONGEST_OF_ROW).at(criterion.name());
    }
    Optional<BigDecimal> points =
        points(
                Objects.requireNonNullElse(sent.points(), ""),
                criterion.extra() ? Optional.empty() : criterion.most(),
                criterion.name())
            .or(() -> chosen.flatMap(MarkedBy.Level::points).map(Range::high));
    String level =
        sent.level() == null
            ? points.flatMap(criterion::reached).map(MarkedBy.Level::name).orElse("")
            : pressed;
    return new Given.Row(
        criterion.name(), level, points, criterion.most(), criterion.extra(), said);
  }

  private static Optional<BigDecimal> points(
      String typed, Optional<BigDecimal> most, String field) {
    TypedPoints read = TypedPoints.read(typed, most);
    if (read.fault().isPresent()) {
      throw Problem.refused(
              "points." + read.fault().get(),
              typed.strip(),
              read.meant().or(() -> most).map(BigDecimal::toPlainString).orElse(""))
          .at(field);
    }
    return read.points();
  }
}
