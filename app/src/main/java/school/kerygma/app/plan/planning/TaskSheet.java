package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.plan.UnitWeeks;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.DueRuleText;

/**
 * What a teacher says of a task.
 *
 * @param title 1 to 200 characters
 * @param detail up to 500 characters, shown beneath the title
 * @param minutes of doing, 1 to 600; watching, reading and answering are counted beside them
 * @param answers short answers to write, 0 to 50
 * @param points 0 to 1000, or null if it gives none
 * @param kind of its points, as the sections' grading names it; may be empty
 * @param pointsFor what they are given for
 * @param after the tasks that must be ticked first, if that is how it opens
 * @param unit the weeks of its unit, if it waits for all of those
 * @param word that is given in class, if that is how it opens; up to 60 characters
 * @param due when it is due; without a rule, when its posting says
 * @param improve how many school days after that it may be improved, 0 to 60
 * @param place where it is done or handed in: words, or a link; up to 200 characters, may be empty
 * @param handIn what is handed in for it; nothing if it is only ticked
 * @param board several ways to do it
 * @param handouts papers to read for it
 * @param keys papers that appear when a section's work is due: an answer key, a filled-in example
 * @param days by section
 * @param differs what sections do otherwise, by section
 */
public record TaskSheet(
    String title,
    String detail,
    int minutes,
    int answers,
    @Nullable Integer points,
    String kind,
    PointsFor pointsFor,
    boolean required,
    Opens opens,
    Set<UUID> after,
    Optional<UnitWeeks> unit,
    String word,
    Optional<DueRule> due,
    int improve,
    String place,
    Optional<HandInRule> handIn,
    Optional<ChoiceBoard> board,
    Set<UUID> handouts,
    Set<UUID> keys,
    Map<UUID, LocalDate> days,
    Map<UUID, Difference> differs) {

  /** What one section does otherwise; null, nothing and no papers stand for what all do. */
  public record Difference(
      @Nullable String detail,
      @Nullable Integer minutes,
      @Nullable Integer points,
      Optional<DueRule> due,
      @Nullable String place,
      Set<UUID> handouts) {

    /** As all do. */
    public static final Difference NONE =
        new Difference(null, null, null, Optional.empty(), null, Set.of());

    public Difference {
      detail = detail == null || detail.isBlank() ? null : detail.strip();
      place = place == null || place.isBlank() ? null : place.strip();
      handouts = Set.copyOf(handouts);
    }

    /** The rule in writing, for the form; empty if there is none. */
    public String dueInWriting() {
      return due.map(DueRuleText::write).orElse("");
    }

    /** The same with other papers. */
    public Difference reading(Set<UUID> other) {
      return new Difference(detail, minutes, points, due, place, other);
    }
  }

  public TaskSheet {
    title = title.strip();
    detail = detail.strip();
    kind = kind.strip();
    place = place.strip();
    if (title.isEmpty() || title.length() > 200) {
      throw Problem.refused("name");
    }
    if (kind.length() > 40) {
      throw Problem.refused("grading");
    }
    check(detail, minutes, points, place);
    if (improve < 0 || improve > 60) {
      throw Problem.refused("improve");
    }
    if (answers < 0 || answers > 50) {
      throw Problem.refused("answers");
    }
    for (Difference other : differs.values()) {
      check(
          other.detail() == null ? "" : other.detail(),
          other.minutes() == null ? minutes : other.minutes(),
          other.points(),
          other.place() == null ? "" : other.place());
    }
    after = opens == Opens.WHEN_CHOSEN_ARE_TICKED ? Set.copyOf(after) : Set.of();
    if (after.isEmpty() && opens == Opens.WHEN_CHOSEN_ARE_TICKED) {
      opens = Opens.WITH_ITS_POSTING; // Those that were chosen are gone.
    }
    if (opens != Opens.WHEN_ALL_OF_ITS_UNIT_ARE_DONE) {
      unit = Optional.empty();
    } else if (unit.isEmpty()) {
      throw Problem.refused("unit").at("unitFirst");
    }
    word = opens == Opens.WHEN_THE_WORD_IS_GIVEN ? word.strip() : "";
    if (word.length() > 60 || word.isEmpty() && opens == Opens.WHEN_THE_WORD_IS_GIVEN) {
      throw Problem.refused("word").at("word");
    }
    handouts = Set.copyOf(handouts);
    keys = Set.copyOf(keys);
    days = Map.copyOf(days);
    Map<UUID, Difference> real = new HashMap<>(differs);
    real.values().removeIf(Difference.NONE::equals);
    real.keySet().retainAll(days.keySet());
    differs = Map.copyOf(real);
  }

  private static void check(String detail, int minutes, @Nullable Integer points, String place) {
    if (place.length() > 200) {
      throw Problem.refused("place");
    }
    if (detail.length() > 500) {
      throw Problem.refused("detail");
    }
    if (minutes < 1 || minutes > 600) {
      throw Problem.refused("minutes");
    }
    if (points != null && (points < 0 || points > 1000)) {
      throw Problem.refused("points");
    }
  }

  /** A plain required task, for the sections of {@code days}. */
  public static TaskSheet of(String title, int minutes, Map<UUID, LocalDate> days) {
    return new TaskSheet(
        title,
        "",
        minutes,
        0,
        null,
        "",
        PointsFor.WORK,
        true,
        Opens.WITH_ITS_POSTING,
        Set.of(),
        Optional.empty(),
        "",
        Optional.empty(),
        0,
        "",
        Optional.empty(),
        Optional.empty(),
        Set.of(),
        Set.of(),
        days,
        Map.of());
  }

  /** The same task with something else; what is not set stays. */
  private final class Copy {
    private String title = TaskSheet.this.title;
    private String detail = TaskSheet.this.detail;
    private int minutes = TaskSheet.this.minutes;
    private int answers = TaskSheet.this.answers;
    private @Nullable Integer points = TaskSheet.this.points;
    private String kind = TaskSheet.this.kind;
    private PointsFor pointsFor = TaskSheet.this.pointsFor;
    private boolean required = TaskSheet.this.required;
    private Opens opens = TaskSheet.this.opens;
    private Set<UUID> after = TaskSheet.this.after;
    private Optional<UnitWeeks> unit = TaskSheet.this.unit;
    private String word = TaskSheet.this.word;
    private Optional<DueRule> due = TaskSheet.this.due;
    private int improve = TaskSheet.this.improve;
    private String place = TaskSheet.this.place;
    private Optional<HandInRule> handIn = TaskSheet.this.handIn;
    private Optional<ChoiceBoard> board = TaskSheet.this.board;
    private Set<UUID> handouts = TaskSheet.this.handouts;
    private Set<UUID> keys = TaskSheet.this.keys;
    private Map<UUID, LocalDate> days = TaskSheet.this.days;
    private Map<UUID, Difference> differs = TaskSheet.this.differs;
  }

  private TaskSheet with(Consumer<Copy> change) {
    Copy copy = new Copy();
    change.accept(copy);
    return new TaskSheet(
        copy.title,
        copy.detail,
        copy.minutes,
        copy.answers,
        copy.points,
        copy.kind,
        copy.pointsFor,
        copy.required,
        copy.opens,
        copy.after,
        copy.unit,
        copy.word,
        copy.due,
        copy.improve,
        copy.place,
        copy.handIn,
        copy.board,
        copy.handouts,
        copy.keys,
        copy.days,
        copy.differs);
  }

  public TaskSheet how(String other) {
    return with(c -> c.detail = other);
  }

  public TaskSheet worth(@Nullable Integer other, String ofKind) {
    return with(
        b -> {
          b.points = other;
          b.kind = ofKind;
        });
  }

  /** The same task, its points given for something else. */
  public TaskSheet pointsFor(PointsFor other) {
    return with(c -> c.pointsFor = other);
  }

  /** The same task, of other minutes. */
  public TaskSheet lasting(int other) {
    return with(c -> c.minutes = other);
  }

  public TaskSheet opening(boolean needed, Opens other) {
    return with(
        b -> {
          b.required = needed;
          b.opens = other;
        });
  }

  /** The same task, to be opened when all the others are ticked; without any, with its posting. */
  public TaskSheet after(Set<UUID> others) {
    return with(
        b -> {
          b.opens = others.isEmpty() ? Opens.WITH_ITS_POSTING : Opens.WHEN_CHOSEN_ARE_TICKED;
          b.after = others;
        });
  }

  /** The same task, to be opened when all others of some weeks are done. */
  public TaskSheet afterUnit(UnitWeeks weeks) {
    return with(
        b -> {
          b.opens = Opens.WHEN_ALL_OF_ITS_UNIT_ARE_DONE;
          b.unit = Optional.of(weeks);
        });
  }

  /** The same task, to be opened by a word that is given in class. */
  public TaskSheet openedBy(String other) {
    return with(
        b -> {
          b.opens = Opens.WHEN_THE_WORD_IS_GIVEN;
          b.word = other;
        });
  }

  public TaskSheet due(Optional<DueRule> other) {
    return with(c -> c.due = other);
  }

  /** The same task, to be improved for some school days after it is due. */
  public TaskSheet improved(int schoolDays) {
    return with(c -> c.improve = schoolDays);
  }

  /** The same task, done or handed in elsewhere. */
  public TaskSheet at(String other) {
    return with(c -> c.place = other);
  }

  /** The same task, for which something is handed in. */
  public TaskSheet handedIn(HandInRule other) {
    return with(c -> c.handIn = Optional.of(other));
  }

  /** The same task with ways to choose from. */
  public TaskSheet choosing(ChoiceBoard other) {
    return with(c -> c.board = Optional.of(other));
  }

  /** The same task with papers to read and short answers to write. */
  public TaskSheet reading(Set<UUID> papers, int toAnswer) {
    return with(
        b -> {
          b.handouts = papers;
          b.answers = toAnswer;
        });
  }

  /** The same task with other papers that appear when it is due. */
  public TaskSheet withKeys(Set<UUID> other) {
    return with(c -> c.keys = other);
  }

  /** The same task on other days, with differences by the same sections. */
  public TaskSheet on(Map<UUID, LocalDate> other, Map<UUID, Difference> otherwise) {
    return with(
        b -> {
          b.days = other;
          b.differs = otherwise;
        });
  }

  /** The same task to be planned once more: nobody has done anything of its ways yet. */
  TaskSheet afresh() {
    return board
        .map(
            b ->
                choosing(
                    new ChoiceBoard(
                        b.pick(),
                        b.ways().stream()
                            .map(
                                w ->
                                    new ChoiceBoard.Way(
                                        UUID.randomUUID(), w.text(), w.stop(), w.daysBefore()))
                            .toList())))
        .orElse(this);
  }

  /** Whether two say the same but for what their sections do otherwise, and when. */
  public boolean sameForAll(TaskSheet other) {
    return on(Map.of(), Map.of()).equals(other.on(Map.of(), Map.of()));
  }

  /** The rule in writing, for the form; empty if there is none. */
  public String dueInWriting() {
    return due.map(DueRuleText::write).orElse("");
  }

  /** The task as one section does it. */
  public TaskSheet in(UUID section) {
    Difference other = differs.get(section);
    if (other == null) {
      return this;
    }
    return with(
        b -> {
          b.detail = other.detail() == null ? detail : other.detail();
          b.minutes = other.minutes() == null ? minutes : other.minutes();
          b.points = other.points() == null ? points : other.points();
          b.due = other.due().or(() -> due);
          b.place = other.place() == null ? place : other.place();
          b.handouts = other.handouts().isEmpty() ? handouts : other.handouts();
        });
  }

  /** The papers that any section reads for it. */
  public Set<UUID> allHandouts() {
    Set<UUID> all = new HashSet<>(handouts);
    differs.values().forEach(d -> all.addAll(d.handouts()));
    return all;
  }
}
