package school.kerygma.app.planning;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
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
 * @param after the tasks that must be ticked first, if that is how it opens
 * @param due when it is due; without a rule, when its posting says
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
    boolean required,
    Opens opens,
    Set<UUID> after,
    Optional<DueRule> due,
    Optional<ChoiceBoard> board,
    Set<UUID> handouts,
    Set<UUID> keys,
    Map<UUID, LocalDate> days,
    Map<UUID, Difference> differs) {

  /** What one section does otherwise; null and nothing stand for what all do. */
  public record Difference(
      @Nullable String detail,
      @Nullable Integer minutes,
      @Nullable Integer points,
      Optional<DueRule> due) {

    /** As all do. */
    public static final Difference NONE = new Difference(null, null, null, Optional.empty());

    public Difference {
      detail = detail == null || detail.isBlank() ? null : detail.strip();
    }

    /** The rule in writing, for the form; empty if there is none. */
    public String dueInWriting() {
      return due.map(DueRuleText::write).orElse("");
    }
  }

  public TaskSheet {
    title = title.strip();
    detail = detail.strip();
    kind = kind.strip();
    if (title.isEmpty() || title.length() > 200) {
      throw Problem.refused("name");
    }
    if (kind.length() > 40) {
      throw Problem.refused("grading");
    }
    check(detail, minutes, points);
    if (answers < 0 || answers > 50) {
      throw Problem.refused("answers");
    }
    for (Difference other : differs.values()) {
      check(
          other.detail() == null ? "" : other.detail(),
          other.minutes() == null ? minutes : other.minutes(),
          other.points());
    }
    after = opens == Opens.WHEN_CHOSEN_ARE_TICKED ? Set.copyOf(after) : Set.of();
    if (after.isEmpty() && opens == Opens.WHEN_CHOSEN_ARE_TICKED) {
      opens = Opens.WITH_ITS_POSTING; // Those that were chosen are gone.
    }
    handouts = Set.copyOf(handouts);
    keys = Set.copyOf(keys);
    days = Map.copyOf(days);
    Map<UUID, Difference> real = new HashMap<>(differs);
    real.values().removeIf(Difference.NONE::equals);
    real.keySet().retainAll(days.keySet());
    differs = Map.copyOf(real);
  }

  private static void check(String detail, int minutes, @Nullable Integer points) {
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
        true,
        Opens.WITH_ITS_POSTING,
        Set.of(),
        Optional.empty(),
        Optional.empty(),
        Set.of(),
        Set.of(),
        days,
        Map.of());
  }

  public TaskSheet how(String other) {
    return new TaskSheet(
        title, other, minutes, answers, points, kind, required, opens, after, due, board, handouts,
        keys, days, differs);
  }

  public TaskSheet worth(@Nullable Integer other, String ofKind) {
    return new TaskSheet(
        title, detail, minutes, answers, other, ofKind, required, opens, after, due, board,
        handouts, keys, days, differs);
  }

  /** The same task, of other minutes. */
  public TaskSheet lasting(int other) {
    return new TaskSheet(
        title, detail, other, answers, points, kind, required, opens, after, due, board, handouts,
        keys, days, differs);
  }

  public TaskSheet opening(boolean needed, Opens other) {
    return new TaskSheet(
        title, detail, minutes, answers, points, kind, needed, other, after, due, board, handouts,
        keys, days, differs);
  }

  /** The same task, to be opened when all the others are ticked; without any, with its posting. */
  public TaskSheet after(Set<UUID> others) {
    return new TaskSheet(
        title,
        detail,
        minutes,
        answers,
        points,
        kind,
        required,
        others.isEmpty() ? Opens.WITH_ITS_POSTING : Opens.WHEN_CHOSEN_ARE_TICKED,
        others,
        due,
        board,
        handouts,
        keys,
        days,
        differs);
  }

  public TaskSheet due(Optional<DueRule> other) {
    return new TaskSheet(
        title, detail, minutes, answers, points, kind, required, opens, after, other, board,
        handouts, keys, days, differs);
  }

  /** The same task with ways to choose from. */
  public TaskSheet choosing(ChoiceBoard other) {
    return new TaskSheet(
        title,
        detail,
        minutes,
        answers,
        points,
        kind,
        required,
        opens,
        after,
        due,
        Optional.of(other),
        handouts,
        keys,
        days,
        differs);
  }

  /** The same task with papers to read and short answers to write. */
  public TaskSheet reading(Set<UUID> papers, int toAnswer) {
    return new TaskSheet(
        title, detail, minutes, toAnswer, points, kind, required, opens, after, due, board, papers,
        keys, days, differs);
  }

  /** The same task with other papers that appear when it is due. */
  public TaskSheet withKeys(Set<UUID> other) {
    return new TaskSheet(
        title, detail, minutes, answers, points, kind, required, opens, after, due, board, handouts,
        other, days, differs);
  }

  /** The same task on other days, with differences by the same sections. */
  public TaskSheet on(Map<UUID, LocalDate> other, Map<UUID, Difference> otherwise) {
    return new TaskSheet(
        title, detail, minutes, answers, points, kind, required, opens, after, due, board, handouts,
        keys, other, otherwise);
  }

  /** The same task to be planned once more: nobody has done anything of its ways yet. */
  TaskSheet afresh() {
    return board
        .map(
            b ->
                choosing(
                    ChoiceBoard.of(
                        b.pick(),
                        b.ways().stream().map(ChoiceBoard.Way::text).toList(),
                        List.of())))
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
    return new TaskSheet(
        title,
        other.detail() == null ? detail : other.detail(),
        other.minutes() == null ? minutes : other.minutes(),
        answers,
        other.points() == null ? points : other.points(),
        kind,
        required,
        opens,
        after,
        other.due().or(() -> due),
        board,
        handouts,
        keys,
        days,
        differs);
  }
}
