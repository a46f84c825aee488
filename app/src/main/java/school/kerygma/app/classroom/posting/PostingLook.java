package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.time.Moments;

/** Says what a posting would mean, while its form is still being filled in. */
@Component
class PostingLook {

  /**
   * What the words of one section mean.
   *
   * @param field whose words are not understood, with {@code problem}
   */
  record Row(
      String goesUp,
      String due,
      String closes,
      List<String> doubts,
      @Nullable String field,
      @Nullable String problem) {}

  /**
   * What the form means.
   *
   * @param deed what the button would do; empty if nothing can be posted so
   * @param reach whom it would reach, and whether it can still be withdrawn before
   * @param letters what would be written to one student and one family
   */
  record Look(Map<UUID, Row> rows, String deed, String reach, List<Announcer.Sample> letters) {}

  private final MessageSource messages;
  private final Announcer telling;
  private final Clock clock;
  private final Wording show = new Wording();

  PostingLook(MessageSource messages, Announcer telling, Clock clock) {
    this.messages = messages;
    this.telling = telling;
    this.clock = clock;
  }

  /**
   * Reads the form.
   *
   * @param offered the sections of the form
   * @param chosen those that are ticked
   * @param tasks what goes up in a section
   */
  Look of(
      MultiValueMap<String, String> form,
      @Nullable UUID walkthrough,
      UUID owner,
      List<SectionView> offered,
      Set<UUID> chosen,
      Function<SectionView, List<TaskView>> tasks) {
    Instant now = clock.instant();
    PostingForm read = new PostingForm(new Fields(form), now);
    Map<UUID, Row> rows = new HashMap<>();
    Map<SectionView, Moments> posted = new LinkedHashMap<>();
    boolean understood = true;
    for (SectionView section : offered) {
      try {
        Moments moments = read.of(section, tasks.apply(section));
        rows.put(section.id(), row(section, moments, now));
        if (chosen.contains(section.id())) {
          posted.put(section, moments);
        }
      } catch (Problem problem) {
        understood &= !chosen.contains(section.id());
        rows.put(
            section.id(),
            new Row(
                "",
                "",
                "",
                List.of(),
                problem.field().orElse(null),
                messages.getMessage(problem.key(), problem.details(), Locale.US)));
      }
    }
    List<Announcer.Sample> letters =
        posted.entrySet().stream()
            .findFirst()
            .map(e -> letters(form, walkthrough, owner, e.getKey(), e.getValue(), tasks))
            .orElse(List.of());
    return new Look(
        rows,
        understood && !posted.isEmpty() ? deed(posted, PostingForm.only(form), now) : "",
        understood && !posted.isEmpty() ? reach(posted, PostingForm.only(form), now) : "",
        letters);
  }

  private Row row(SectionView section, Moments moments, Instant now) {
    return new Row(
        full(moments.goesUpAt(), section),
        full(moments.dueAt(), section),
        moments.closesAt().map(c -> full(c, section)).orElseGet(() -> text("post.never")),
        moments.doubts(section.calendar(), now).stream().map(d -> text("doubt." + d)).toList(),
        null,
        null);
  }

  private String full(Instant at, SectionView section) {
    return show.moment(at, section.zone());
  }

  private String deed(Map<SectionView, Moments> all, Optional<Set<UUID>> only, Instant now) {
    Map<SectionView, Moments> posted = new LinkedHashMap<>(all);
    if (only.isPresent()) {
      posted.keySet().removeIf(s -> some(s, only.get()) == 0);
    }
    if (posted.isEmpty()) {
      return "";
    }
    List<String> names =
        posted.keySet().stream()
            .map(s -> only.isEmpty() ? s.name() : text("post.some", some(s, only.get()), s.name()))
            .toList();
    Set<String> moments = new HashSet<>();
    posted.forEach((s, m) -> moments.add(PostingForm.words(m.goesUpAt(), s, now)));
    return moments.size() == 1
        ? text("post.deed", show.list(names), moments.iterator().next())
        : text("post.deed-own", show.list(names));
  }

  /** What goes up later can be withdrawn until then. */
  private String reach(Map<SectionView, Moments> posted, Optional<Set<UUID>> only, Instant now) {
    long students =
        posted.keySet().stream()
            .mapToLong(s -> only.map(of -> some(s, of)).orElse((long) s.students().size()))
            .sum();
    boolean later = posted.values().stream().allMatch(m -> m.goesUpAt().isAfter(now));
    return text(later ? "post.reach-later" : "post.reach", students);
  }

  private static long some(SectionView section, Set<UUID> only) {
    return section.students().stream().filter(only::contains).count();
  }

  private List<Announcer.Sample> letters(
      MultiValueMap<String, String> form,
      @Nullable UUID walkthrough,
      UUID owner,
      SectionView section,
      Moments moments,
      Function<SectionView, List<TaskView>> tasks) {
    Set<UUID> ids = new HashSet<>();
    tasks.apply(section).forEach(t -> ids.add(t.id()));
    UUID none = new UUID(0, 0);
    DeliveryView planned =
        new DeliveryView(
            none,
            none,
            owner,
            section.id(),
            Optional.ofNullable(walkthrough),
            ids,
            moments,
            Moments.State.SCHEDULED,
            Optional.ofNullable(form.getFirst("toStudents")).orElse(""),
            Optional.ofNullable(form.getFirst("toFamilies")).orElse(""),
            false,
            false,
            PostingForm.only(form));
    return new ArrayList<>(telling.letters(planned, section));
  }

  private String text(String key, Object... details) {
    return messages.getMessage(key, details, Locale.US);
  }
}
