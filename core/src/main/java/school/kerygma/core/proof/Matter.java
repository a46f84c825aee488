package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.SchoolCalendar;

/**
 * All that is said, written and posted of one walkthrough: what a proof compares.
 *
 * @param texts stops, pages and posted lines, in the order of the talk and of the papers
 * @param papers that are shown, read or attached
 * @param tasks that it explains or puts up
 * @param sections for which it is meant
 * @param jottings that are not put right
 * @param unattached titles of the teacher's other papers
 */
public record Matter(
    List<Text> texts,
    List<Paper> papers,
    List<Task> tasks,
    List<Section> sections,
    List<Jotted> jottings,
    Set<String> unattached) {

  /** Who says a thing. */
  public enum Side {
    SAID,
    WRITTEN,
    POSTED
  }

  /**
   * A fact, as it is to be taken.
   *
   * @param value as it was read, or as the teacher mended it
   * @param asked whether it is only likely; no finding rests on it
   */
  public record ReadFact(Fact fact, String value, boolean asked) {

    /** As it was read; what the reader doubts is asked. */
    public static ReadFact of(Fact fact) {
      return new ReadFact(
          fact, fact.value(), fact.doubts().stream().anyMatch(DatePhrases.Doubt::isOfReading));
    }
  }

  /**
   * A page that is shown.
   *
   * @param called the number printed on it, or else its place
   */
  public record Shown(UUID handout, UUID page, String called) {}

  /**
   * A text: a stop, a page, or a line that is posted.
   *
   * @param id of the stop, of the page; of the task or posting
   * @param number of the stop or of the page, from 1; 0 of a line
   * @param name of the stop, of the paper, of the line's place
   * @param related the tasks that it speaks of, as far as is known
   * @param shown what is seen while it is said; of a page, itself
   * @param words all of it
   * @param facts as each section would take them, in the order of the sections
   */
  public record Text(
      Side side,
      UUID id,
      int number,
      String name,
      Set<UUID> related,
      Optional<Shown> shown,
      String words,
      List<List<ReadFact>> facts) {

    /** As the first section takes them. */
    List<ReadFact> told() {
      return facts.isEmpty() ? List.of() : facts.getFirst();
    }

    /** A fact as another section takes it. */
    ReadFact told(ReadFact first, int section) {
      return facts.get(section).stream()
          .filter(t -> t.fact().start() == first.fact().start())
          .findFirst()
          .orElse(first);
    }
  }

  /**
   * A paper.
   *
   * @param related the tasks for which it is read, or whose stops show it
   * @param rubric what its rubric adds up to, if it has one and its sum is known
   * @param worths every number of points that stands in its rubric or its parts
   * @param pages all its pages, in order
   * @param criteria of its rubric
   */
  public record Paper(
      UUID handout,
      String title,
      Set<UUID> related,
      Outline outline,
      Optional<BigDecimal> rubric,
      Set<BigDecimal> worths,
      List<Shown> pages,
      List<Criterion> criteria) {

    /** A place on one of its pages. */
    Proof.Place at(int page, int start) {
      return new Proof.Place.OnPage(handout, pages.get(page - 1).page(), page, start);
    }

    /** Where a heading stands. */
    Proof.Place at(Outline.Part part) {
      return at(part.page(), part.start());
    }
  }

  /** A criterion of a rubric. */
  public record Criterion(String name, Optional<BigDecimal> points) {}

  /**
   * A task.
   *
   * @param ordered whether it opens only when others are done
   * @param ways of a choice; 0 if there is none
   * @param pick how many of them are asked
   * @param in by section, in the order of the sections; nothing where a section does not do it
   */
  public record Task(
      UUID id,
      String title,
      boolean required,
      boolean ordered,
      int ways,
      int pick,
      List<Optional<Doing>> in) {}

  /**
   * A task as one section does it.
   *
   * @param goesUp when it is seen, if it is posted
   * @param doubts of its own rule
   * @param dayMinutes what the day asks in all
   * @param share of the term's grade, in percent, if it is known
   * @param improve until when it may be improved, if it may be
   * @param place where it is done or handed in: words, or a link; may be empty
   * @param takenHere whether something is handed in on the class page
   * @param earlier what of it is due before the whole is
   */
  public record Doing(
      int minutes,
      Optional<BigDecimal> points,
      Optional<Instant> due,
      Optional<Instant> goesUp,
      Optional<Instant> closes,
      List<DueRule.Doubt> doubts,
      int dayMinutes,
      Optional<BigDecimal> share,
      Optional<Instant> improve,
      String place,
      boolean takenHere,
      List<Earlier> earlier) {}

  /**
   * Something of a task that is due before the whole is.
   *
   * @param name by which it is spoken of: that of a part, "answer" for the first answer of a round
   */
  public record Earlier(String name, Instant at) {}

  /**
   * A section.
   *
   * @param posted whether it is posted there
   * @param budget minutes of work on a day
   */
  public record Section(
      UUID id, String name, SchoolCalendar calendar, boolean posted, int budget) {}

  /** What was noted while recording. */
  public record Jotted(UUID id, UUID stop, int number, String words) {}

  /** The texts of a side. */
  public List<Text> of(Side side) {
    return texts.stream().filter(t -> t.side() == side).toList();
  }

  Optional<Task> task(UUID id) {
    return tasks.stream().filter(t -> t.id().equals(id)).findFirst();
  }

  /** The tasks that a text speaks of; all, if nothing is known. */
  List<Task> related(Text text) {
    List<Task> known = tasks.stream().filter(t -> text.related().contains(t.id())).toList();
    return known.isEmpty() ? tasks : known;
  }
}
