package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;

/**
 * What is said, written and posted, side by side: one row for each thing that is talked about,
 * disagreement first.
 */
public record Proof(List<Row> rows) {

  /** What a row is about. */
  public enum Topic {
    DUE,
    DAY,
    ZONE,
    IMPROVE,
    TOTAL,
    POINTS,
    SHARE,
    MINUTES,
    PAGES,
    PART,
    LENGTH,
    SECTIONS,
    PAPER,
    LINK,
    WAYS,
    ORDER,
    REQUIRED,
    HAND_IN,
    MOMENT,
    JOTTING
  }

  /** How it stands. */
  public enum Verdict {
    DISAGREES,
    /** One side says nothing of it. */
    MISSING,
    AGREES,
    /** One side alone says anything of it: there is nothing to lay beside it. */
    NOTHING
  }

  /** Why a row is not plain. */
  public enum Reason {
    /** The weekday is not that of the date: its weekday. */
    WRONG_WEEKDAY,
    /** Said or written otherwise than posted. */
    OTHER_THAN_POSTED,
    /** Nothing is posted that is due then. */
    NOTHING_DUE_THEN,
    /** Another time zone than the school's: its name. */
    OTHER_ZONE,
    OTHER_LAST_DAY,
    /** It is said that it may be improved, and nothing of that is posted. */
    NO_IMPROVING,
    /** The paper's total against its rubric, or its parts. */
    TOTAL_AND_RUBRIC,
    TOTAL_AND_PARTS,
    POINTS_OF_TASKS,
    OTHER_TOTAL_SAID,
    NO_SUCH_POINTS,
    OTHER_SHARE,
    OTHER_MINUTES,
    /** More than the day's budget. */
    OVER_THE_DAY,
    OTHER_PAGE_SHOWN,
    NO_SUCH_PAGE,
    NO_SUCH_PART,
    NOT_EXPLAINED,
    OTHER_LENGTH,
    NOT_POSTED_THERE,
    NONE_OF_YOURS,
    NOT_ATTACHED,
    NO_LINK,
    OTHER_WAYS,
    OTHER_PICK,
    NO_CHOICE,
    ORDER_NOT_KEPT,
    ORDER_KEPT,
    SAID_OPTIONAL,
    SAID_REQUIRED,
    OTHER_PLACE,
    BEFORE_IT_GOES_UP,
    AFTER_IT_CLOSES,
    WITHOUT_SCHOOL,
    AFTER_THE_TERM,
    DROPPED_HOUR,
    DOUBLED_HOUR,
    JOTTED
  }

  /** A way to where something stands. */
  public sealed interface Place {

    /**
     * Words of a stop.
     *
     * @param start where they begin in its words
     */
    record AtStop(UUID stop, int number, int start) implements Place {}

    /** Words of a page. */
    record OnPage(UUID handout, UUID page, int number, int start) implements Place {}

    /** A task of the plan, or what goes with a posting. */
    record InPlan(UUID task) implements Place {}

    /** A line that goes with the posting. */
    record InPosting() implements Place {}

    /** A sum over a paper's rubric or parts. */
    record OfPaper(UUID handout) implements Place {}
  }

  /**
   * What one side says.
   *
   * @param quote its words; of what is computed or posted the value
   * @param value in one writing
   * @param of what it is named by: a paper, a section; may be empty
   * @param wrong whether it is what does not agree
   */
  public record Statement(
      Side side, String quote, String value, String of, Place place, boolean wrong) {

    Statement marked(boolean isWrong) {
      return new Statement(side, quote, value, of, place, isWrong);
    }
  }

  /**
   * One thing that is talked about.
   *
   * @param about a title, a label; may be empty
   * @param task to which it can be put right, if one
   * @param details of the reason, in the order of its sentence
   */
  public record Row(
      Topic topic,
      String about,
      Optional<UUID> task,
      List<Statement> statements,
      Verdict verdict,
      Optional<Reason> reason,
      List<String> details) {

    /** What a side says, in the order in which it is said. */
    public List<Statement> on(Side side) {
      return statements.stream().filter(s -> s.side() == side).toList();
    }

    public List<Statement> said() {
      return on(Side.SAID);
    }

    public List<Statement> written() {
      return on(Side.WRITTEN);
    }

    public List<Statement> posted() {
      return on(Side.POSTED);
    }

    /** By what it is known again. */
    public String key() {
      return topic
          + " "
          + task.map(UUID::toString).orElse(about)
          + reason.map(r -> " " + r).orElse("");
    }

    /** All that its sides say: what was left stays left until this changes. */
    public String sides() {
      StringBuilder all = new StringBuilder(key());
      statements.forEach(
          s ->
              all.append('\n')
                  .append(s.side())
                  .append(' ')
                  .append(s.value())
                  .append(' ')
                  .append(s.of()));
      details.forEach(d -> all.append('\n').append(d));
      return all.toString();
    }

    public boolean open() {
      return verdict == Verdict.DISAGREES || verdict == Verdict.MISSING;
    }
  }

  /** Finds rows of one kind. */
  interface Rows {
    Stream<Row> of(Matter matter);
  }

  private static final List<Rows> ALL =
      List.of(
          new DueRows(),
          new DayRows(),
          new ZoneRows(),
          new ImproveRows(),
          new MomentRows(),
          new TotalRows(),
          new PointRows(),
          new ShareRows(),
          new MinuteRows(),
          new PartRows(),
          new PageRows(),
          new LengthRows(),
          new SectionRows(),
          new NamedRows(),
          new WayRows(),
          new OrderRows(),
          new RequiredRows(),
          new HandInRows(),
          new JottingRows());

  /**
   * Something that may be meant.
   *
   * @param side that says it; on a page it is decided beside the page
   * @param value as it would be taken
   * @param of the stop or paper
   */
  public record Question(
      Side side, Fact.Kind kind, String quote, String value, String of, Place place) {}

  /**
   * What is only likely in what is said and written: no finding rests on it. What a stop or a paper
   * says twice is asked once.
   */
  public static List<Question> questions(Matter matter) {
    Map<List<Object>, Question> questions = new LinkedHashMap<>();
    for (Matter.Text text : matter.texts()) {
      text.told().stream()
          .filter(Matter.ReadFact::asked)
          .filter(t -> text.side() != Side.POSTED)
          .map(
              t ->
                  new Question(
                      text.side(),
                      t.fact().kind(),
                      t.fact().quote().strip(),
                      t.value(),
                      text.name(),
                      Sides.place(text, t.fact().start())))
          .forEach(
              q ->
                  questions.putIfAbsent(
                      List.of(q.side(), q.kind(), q.quote(), q.value(), q.of()), q));
    }
    return List.copyOf(questions.values());
  }

  /** Compares all there is. */
  public static Proof of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    for (Rows kind : ALL) {
      kind.of(matter).forEach(rows::add);
    }
    rows.sort(Comparator.comparing(Row::verdict)); // A stable order: otherwise as they were found.
    return new Proof(List.copyOf(rows));
  }
}
