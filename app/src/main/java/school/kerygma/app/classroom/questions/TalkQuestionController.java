package school.kerygma.app.classroom.questions;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Questions are asked and read where one is in a talk. */
@Controller
class TalkQuestionController {

  /** What a player sends. */
  record Sent(@Nullable String words, long atMs, @Nullable UUID student) {}

  /** Whose question a family may ask. */
  record Child(UUID id, String name) {}

  /**
   * A question where it stands in the talk.
   *
   * @param atMs in program time
   * @param answer empty if there is none yet
   * @param stopAtMs where the stop begins that answers it; -1 if none does
   * @param mine whether the person has asked it
   */
  record Shown(long atMs, String words, String answer, long stopAtMs, boolean mine, int others) {}

  /** What a player knows of questions. */
  record InTalk(List<Child> children, List<Shown> questions) {}

  private final Questions questions;
  private final Askers askers;
  private final Scores scores;
  private final People people;
  private final Gate gate;

  TalkQuestionController(
      Questions questions, Askers askers, Scores scores, People people, Gate gate) {
    this.questions = questions;
    this.askers = askers;
    this.scores = scores;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/media/scores/{id}/questions")
  @ResponseBody
  InTalk inTalk(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    UUID walkthrough = scores.walkthroughOf(id).orElseThrow(Problem::notFound);
    if (me.role() == Role.TEACHER) {
      return new InTalk(List.of(), List.of());
    }
    List<UUID> students = askers.students(me);
    PlaybackScore score = scores.compiled(id);
    List<Shown> shown = new ArrayList<>();
    Set<UUID> told = new HashSet<>();
    for (Questions.Own own : questions.of(me.id())) {
      if (own.about().walkthrough().equals(Optional.of(walkthrough))) {
        own.answer().ifPresent(a -> told.add(a.id()));
        shown.add(shown(score, own.about(), own.words(), own.answer(), true, own.others()));
      }
    }
    for (Questions.Answered all :
        questions.forAll(walkthrough, askers.sitsIn(students, walkthrough))) {
      if (!told.contains(all.id())) {
        shown.add(shown(score, all.about(), all.question(), Optional.of(all), false, 0));
      }
    }
    Map<UUID, People.Contact> names =
        me.role() == Role.GUARDIAN && students.size() > 1 ? people.contacts(students) : Map.of();
    return new InTalk(
        names.values().stream()
            .filter(c -> !askers.sitsIn(List.of(c.id()), walkthrough).isEmpty())
            .sorted(People.Contact.BY_FAMILY_NAME)
            .map(c -> new Child(c.id(), c.name()))
            .toList(),
        shown);
  }

  private static Shown shown(
      PlaybackScore score,
      Questions.About about,
      String words,
      Optional<Questions.Answered> answer,
      boolean mine,
      int others) {
    long at =
        part(score, about.stop())
            .map(p -> Math.min(p.startMs() + about.atMs(), p.endMs() - 1))
            .orElse(0L);
    long stop =
        answer.flatMap(a -> part(score, a.stop())).map(PlaybackScore.StopPart::startMs).orElse(-1L);
    return new Shown(
        at, words, answer.map(Questions.Answered::words).orElse(""), stop, mine, others);
  }

  private static Optional<PlaybackScore.StopPart> part(PlaybackScore score, Optional<UUID> stop) {
    return stop.flatMap(s -> score.stops().stream().filter(p -> p.id().equals(s)).findFirst());
  }

  @PostMapping("/media/scores/{id}/questions")
  @ResponseBody
  InTalk ask(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Sent sent) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    if (sent.words() == null || me.role() == Role.TEACHER) {
      throw Problem.unreadable();
    }
    UUID walkthrough = scores.walkthroughOf(id).orElseThrow(Problem::notFound);
    UUID student = askers.student(me, sent.student(), s -> askers.sitsIn(List.of(s), walkthrough));
    UUID section = askers.sitsIn(List.of(student), walkthrough).getFirst();
    long at = Math.max(0, sent.atMs());
    PlaybackScore.StopPart part =
        scores.compiled(id).stops().stream()
            .filter(p -> p.startMs() <= at)
            .reduce((a, b) -> b)
            .orElseThrow(Problem::notFound);
    questions.ask(
        section,
        student,
        me.id(),
        new Questions.About(
            Optional.of(walkthrough),
            Optional.of(part.id()),
            Math.min(at, part.endMs()) - part.startMs(),
            Optional.empty()),
        sent.words());
    return inTalk(me, id);
  }
}
