package school.kerygma.app.classroom.term;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import school.kerygma.core.audience.Pace;

/**
 * The term of a section up to now.
 *
 * @param away whether a roll is called
 * @param pace the section's rule; empty if it has none
 * @param weeks in which anything was planned, up to this one
 * @param students sorted by their names
 */
record Term(
    boolean away, Optional<PaceRules.Held> pace, List<Week> weeks, List<OfStudent> students) {

  /** As a table: first a row a week, then a row a student. */
  List<List<?>> rows() {
    List<List<?>> rows = new ArrayList<>();
    rows.add(
        List.of(
            "week of",
            "planned",
            "up",
            "watched percent",
            "handed in",
            "of",
            "looked at",
            "mean percent",
            "away"));
    for (Week w : weeks) {
      rows.add(
          List.of(
              w.monday(),
              w.planned(),
              w.up(),
              w.watchedPercent().map(String::valueOf).orElse(""),
              w.handedIn(),
              w.asked(),
              w.looked(),
              w.meanPercent().map(String::valueOf).orElse(""),
              w.away()));
    }
    rows.add(List.of());
    rows.add(
        List.of(
            "student",
            "done",
            "late",
            "not done",
            "watched",
            "of",
            "away",
            "missed weeks",
            "percent"));
    for (OfStudent s : students) {
      rows.add(
          List.of(
              s.name(),
              s.done(),
              s.late(),
              s.missing(),
              s.watched(),
              s.talks().size(),
              s.away().size(),
              s.pace().map(p -> String.valueOf(p.missed())).orElse(""),
              s.percent().map(BigDecimal::toPlainString).orElse("")));
    }
    return rows;
  }

  /**
   * A week of the section.
   *
   * @param planned how many tasks
   * @param up how many of them students were shown
   * @param watched of those to whom a walkthrough went up, the share who watched every stop
   * @param handedIn how many pieces of work came
   * @param asked how many were asked for
   * @param looked how many pieces of work have their points
   * @param mean percent of the points that there were to get
   * @param away how often somebody was away
   */
  record Week(
      LocalDate monday,
      int number,
      int planned,
      int up,
      Optional<Double> watched,
      int handedIn,
      int asked,
      int looked,
      Optional<Double> mean,
      int away) {

    public Optional<Integer> watchedPercent() {
      return watched.map(w -> (int) Math.round(100 * w));
    }

    public Optional<Integer> meanPercent() {
      return mean.map(m -> (int) Math.round(100 * m));
    }
  }

  /** How a student stands with a task. */
  enum State {
    DONE,
    /** Done after it was due. */
    DONE_LATE,
    /** Due, and not done. */
    MISSING,
    /** Not done, and it need not be. */
    OPEN,
    /** Nobody has been shown it. */
    NOT_UP
  }

  /**
   * A task of a student.
   *
   * @param done when it was done
   * @param points that it got; empty if it has none yet
   * @param outOf what there was to get
   */
  record Line(
      UUID task,
      String title,
      boolean required,
      LocalDate day,
      Optional<Instant> due,
      State state,
      Optional<Instant> done,
      Optional<BigDecimal> points,
      Optional<BigDecimal> outOf) {

    public String share() {
      return points.map(BigDecimal::toPlainString).orElse("")
          + outOf.map(o -> " / " + o.toPlainString()).orElse("");
    }
  }

  /**
   * A walkthrough that went up for a student, and whether they watched every stop.
   *
   * @param day the first school day on which it was up
   */
  record Talk(LocalDate day, String title, boolean begun, boolean followed) {}

  /**
   * A student's term.
   *
   * @param away days on which they did not answer the roll call
   * @param called days on which it was called
   * @param percent the mark so far
   * @param pace nothing if no rule is set
   */
  record OfStudent(
      UUID student,
      String name,
      List<Line> lines,
      List<Talk> talks,
      List<LocalDate> away,
      int called,
      Optional<BigDecimal> percent,
      Optional<Pace> pace) {

    private long count(State state) {
      return lines.stream().filter(l -> l.required() && l.state() == state).count();
    }

    /** Required work that was done, late or in time. */
    public long done() {
      return count(State.DONE) + count(State.DONE_LATE);
    }

    public long late() {
      return count(State.DONE_LATE);
    }

    public long missing() {
      return count(State.MISSING);
    }

    /** Required work that was due or is done. */
    public long wanted() {
      return done() + missing();
    }

    public List<Line> open() {
      return lines.stream().filter(l -> l.required() && l.state() == State.MISSING).toList();
    }

    /** What was late and was done all the same. */
    public List<Line> caughtUp() {
      return lines.stream().filter(l -> l.required() && l.state() == State.DONE_LATE).toList();
    }

    public long watched() {
      return talks.stream().filter(Talk::followed).count();
    }

    /** What was planned for a day, or went up on it, and is not done or watched since. */
    public List<String> leftOf(LocalDate day) {
      return Stream.concat(
              lines.stream()
                  .filter(l -> l.required() && l.day().equals(day))
                  .filter(l -> l.state() == State.MISSING || l.state() == State.OPEN)
                  .map(Line::title),
              talks.stream().filter(t -> t.day().equals(day) && !t.followed()).map(Talk::title))
          .distinct()
          .toList();
    }

    /** Whether anything was wanted of a day. */
    public boolean anythingOf(LocalDate day) {
      return lines.stream()
              .anyMatch(l -> l.required() && l.day().equals(day) && l.state() != State.NOT_UP)
          || talks.stream().anyMatch(t -> t.day().equals(day));
    }

    public List<Line> linesOf(LocalDate monday) {
      return lines.stream()
          .filter(l -> !l.day().isBefore(monday) && l.day().isBefore(monday.plusDays(7)))
          .toList();
    }

    public List<Talk> talksOf(LocalDate monday) {
      return talks.stream()
          .filter(t -> !t.day().isBefore(monday) && t.day().isBefore(monday.plusDays(7)))
          .toList();
    }

    public List<LocalDate> awayIn(LocalDate monday) {
      return away.stream()
          .filter(d -> !d.isBefore(monday) && d.isBefore(monday.plusDays(7)))
          .toList();
    }
  }
}
