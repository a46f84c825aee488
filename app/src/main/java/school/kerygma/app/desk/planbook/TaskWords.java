package school.kerygma.app.desk.planbook;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.time.DueRule;

/** A task as a sentence: each of its words says what a part of the form holds. */
@Component
class TaskWords {

  /**
   * The words of a task.
   *
   * @param how the line beneath its name
   * @param rules what limits a hand-in; may be empty
   * @param ways empty if there is one way
   * @param otherwise what sections do differently, by section
   */
  record Said(
      String how,
      String minutes,
      String worth,
      String needed,
      String opens,
      String due,
      String improve,
      String handedIn,
      String rules,
      String place,
      String papers,
      String keys,
      String stop,
      String ways,
      Map<UUID, String> otherwise) {}

  private final MessageSource words;
  private final Wording show = new Wording();

  TaskWords(MessageSource words) {
    this.words = words;
  }

  /**
   * Says a task.
   *
   * @param after the names of the tasks after which it opens
   * @param papers the names of its teacher's papers
   * @param explaining the stop that explains it
   * @param zone of moments that it names
   */
  Said of(
      TaskSheet sheet,
      List<String> after,
      Map<UUID, String> papers,
      Optional<StopView> explaining,
      ZoneId zone) {
    Optional<HandInRule> handIn = sheet.handIn();
    Map<UUID, String> otherwise = new HashMap<>();
    sheet.differs().forEach((section, d) -> otherwise.put(section, otherwise(d, zone)));
    return new Said(
        or(sheet.detail(), "how"),
        say(sheet.answers() == 0 ? "minutes" : "minutes-answers", sheet.minutes(), sheet.answers()),
        worth(sheet),
        sheet.required() ? field("required") : say("optional"),
        opens(sheet, after),
        sheet.due().map(r -> due(r, zone)).orElseGet(() -> field("due.posting")),
        say("improve", sheet.improve()),
        handIn.map(this::kinds).orElseGet(() -> say("no-hand-in")),
        handIn.map(this::rules).orElse(""),
        or(sheet.place(), "place"),
        papers(sheet.handouts(), papers, "papers"),
        papers(sheet.keys(), papers, "keys"),
        explaining
            .map(s -> field("stop-of", s.number(), s.title()))
            .orElseGet(() -> field("stop-none")),
        sheet.board().map(this::ways).orElse(""),
        otherwise);
  }

  private String say(String key, @Nullable Object... of) {
    return field("says." + key, of);
  }

  /** As the form beneath the sentence says it. */
  private String field(String key, @Nullable Object... of) {
    return words.getMessage("task." + key, of, Locale.ENGLISH);
  }

  private String papers(Set<UUID> of, Map<UUID, String> names, String key) {
    List<String> read = of.stream().filter(names::containsKey).map(names::get).sorted().toList();
    return read.isEmpty() ? say("no-" + key) : say(key, show.list(read));
  }

  private String or(String said, String key) {
    return said.isEmpty() ? say(key) : said;
  }

  private String worth(TaskSheet sheet) {
    if (sheet.points() == null) {
      return say("no-points");
    }
    String points = say("points", sheet.points());
    String of = sheet.kind().isEmpty() ? points : say("points-of", points, sheet.kind());
    return switch (sheet.pointsFor()) {
      case WORK -> of;
      case DONE -> say("points-done", of);
      case CHECKS -> say("points-checks", of);
    };
  }

  private String opens(TaskSheet sheet, List<String> after) {
    return switch (sheet.opens()) {
      case WHEN_CHOSEN_ARE_TICKED ->
          say("opens-after", show.list(after.stream().map(this::quoted).toList()));
      case WHEN_THE_WORD_IS_GIVEN -> say("opens-word", sheet.word());
      default -> field("opens." + sheet.opens());
    };
  }

  private String quoted(String name) {
    return say("quoted", name);
  }

  private String due(DueRule rule, ZoneId zone) {
    return switch (rule) {
      case DueRule.OnTheDay r -> say("due.day", show.time(r.time()));
      case DueRule.EndOfSchoolDay r -> field("due.school-end");
      case DueRule.BeforeTheNextMeeting r -> field("due.next-meeting");
      case DueRule.NthMeeting r -> say("due.meeting", r.n());
      case DueRule.DayOfPlanWeek r -> say("due.week", show.weekday(r.day()), show.time(r.time()));
      case DueRule.Fixed r -> show.moment(r.at(), zone);
    };
  }

  private String kinds(HandInRule rule) {
    return show.list(
        Stream.of(HandInRule.Kind.values())
            .filter(rule::takes)
            .map(k -> field("hand-in." + k))
            .toList());
  }

  private String rules(HandInRule rule) {
    List<String> all = new ArrayList<>();
    if (rule.words() > 0) {
      all.add(say("words", rule.words()));
    }
    if (rule.seconds() > 0) {
      all.add(say("seconds", rule.seconds()));
    }
    if (rule.together() > 1) {
      all.add(say("together", rule.together()));
    }
    return String.join(", ", all);
  }

  private String ways(ChoiceBoard board) {
    return say(
        "ways",
        board.pick(),
        board.ways().size(),
        String.join("; ", board.ways().stream().map(ChoiceBoard.Way::text).toList()));
  }

  private String otherwise(TaskSheet.Difference other, ZoneId zone) {
    List<String> all = new ArrayList<>();
    if (other.minutes() != null) {
      all.add(say("minutes", other.minutes(), 0));
    }
    if (other.points() != null) {
      all.add(say("points", other.points()));
    }
    Stream.of(other.detail(), other.place()).filter(w -> w != null).forEach(all::add);
    other.due().ifPresent(r -> all.add(say("other-due", due(r, zone))));
    if (!other.handouts().isEmpty()) {
      all.add(say("other-papers", other.handouts().size()));
    }
    return String.join(", ", all);
  }
}
